import { describe, expect, it } from 'vitest'
import { asHtml, asText } from './as-html'

describe('a letter as HTML', () => {
  it('keeps paragraphs and lines, and leads to what it is about', () => {
    const html = asHtml('Mara,\n\nBR-1 is issued:\nrevision B', 'http://vault/vault/BR-1?act=issue&by=3')
    expect(html).toContain('<p>Mara,</p><p>BR-1 is issued:<br>revision B</p>')
    expect(html).toContain('<a href="http://vault/vault/BR-1?act=issue&amp;by=3">Open it in the vault</a>')
  })
  it('shows what is written and runs nothing of it', () => {
    expect(asHtml('<img src=x onerror=alert(1)> & "so"', null)).toContain(
      '<p>&lt;img src=x onerror=alert(1)&gt; &amp; &quot;so&quot;</p>',
    )
  })
  it('leads to addresses in the text, without what ends the sentence', () => {
    expect(asHtml('see http://vault/a?b=1&c=2.', null)).toContain(
      'see <a href="http://vault/a?b=1&amp;c=2">http://vault/a?b=1&amp;c=2</a>.',
    )
  })
  it('has its link beneath as text', () => {
    expect(asText('so\n', 'http://vault/a')).toBe('so\n\nhttp://vault/a\n')
    expect(asText('so\n', null)).toBe('so\n')
  })
})
