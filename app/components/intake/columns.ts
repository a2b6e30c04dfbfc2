import type { Station } from './stations'

/** The columns of the list of files at a step of an intake. */
export function columnsAt(station: Station) {
  const found = [
    { key: 'number', label: 'Number', width: '92px' },
    { key: 'file', label: 'File', width: 'minmax(130px, 1fr)' },
    { key: 'name', label: 'Name', width: '62px' },
    { key: 'register', label: 'Register', width: '70px' },
    { key: 'inside', label: 'Inside', width: '58px' },
    { key: 'label', label: 'Label', width: '50px' },
  ]
  if (station === 'reconcile')
    return [...found, { key: 'stands', label: 'Held back, because', width: 'minmax(200px, 2fr)' }]
  const becomes = [
    { key: 'tape', label: 'History → next', width: '172px' },
    {
      key: 'state',
      label: station === 'verify' ? 'Predicted' : 'Target',
      width: station === 'verify' ? '104px' : '80px',
    },
  ]
  if (station === 'verify')
    return [
      ...found.filter(({ key }) => key === 'number' || key === 'file' || key === 'label'),
      ...becomes,
      { key: 'result', label: 'Result', width: '104px' },
      { key: 'same', label: 'As predicted', width: '96px' },
    ]
  return [...found, ...becomes, { key: 'stands', label: 'Stands', width: '118px' }]
}
