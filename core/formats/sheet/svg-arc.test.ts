import { describe, expect, it } from 'vitest'
import type { Curve } from './curves'
import { type Matrix, moved, scaled, times, turned } from './matrix'
import { svgArc } from './svg-arc'

const quarter: Curve = { centre: { x: 0, y: 0 }, across: { x: 2, y: 0 }, up: { x: 0, y: 2 }, from: 0, to: 90 }
const whole = { ...quarter, to: 360 }
const path = (curve: Curve, matrix: Matrix = [1, 0, 0, 1, 0, 0]) => svgArc(curve, matrix)?.path

describe('an arc', () => {
  it('goes round to the left, and SVG counts downwards', () =>
    expect(path(quarter)).toMatch(/^M2 0A2 2 -?\d+ 0 0 0 -2$/))
  it('is a large one from half a turn on', () =>
    expect(path({ ...quarter, to: 270 })).toMatch(/^M2 0A2 2 \S+ 1 0 0 2$/))
  it('is two arcs where it goes all the way round', () =>
    expect(path(whole)).toMatch(/^M2 0A2 2 \S+ 0 0 -2 0A2 2 \S+ 0 0 2 0$/))
  it('goes on over the end of the turn', () =>
    expect(path({ ...quarter, from: 350, to: 10 })).toMatch(/^M1.9696 0.3473A2 2 \S+ 0 0 1.9696 -0.3473$/))
  it('is that of an ellipse where it is stretched, and turned with the plane', () =>
    expect(path(whole, times(turned(30), scaled(3, 1)))).toMatch(/A6 2 -30 /))
  it('goes the other way in a mirror', () =>
    expect(path(quarter, scaled(-1, 1))).toMatch(/^M-2 0A2 2 \S+ 0 1 0 -2$/))
  it('is moved with the plane', () =>
    expect(path(quarter, moved(10, 5))).toMatch(/^M12 -5A2 2 \S+ 0 0 10 -7$/))
  it('is none to SVG where it is flat', () => expect(path(quarter, scaled(1, 0))).toBeUndefined())
})
