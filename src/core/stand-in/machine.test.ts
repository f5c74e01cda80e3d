import { describe, expect, it } from 'vitest'
import { readGcode } from './gcode-reader'
import { readHpgl } from './hpgl-reader'
import { Machine, RESOLUTION } from './machine'
import { PackedSteps } from './packed-steps'
import { ProgramError } from './step'

describe('readGcode', () => {
  // RS-274/NGC (Kramer, Proctor, Messina 2000, from memory): modal groups, block numbers, comments, case and blanks.
  it('keeps what is modal, and takes block numbers, small letters, blanks and comments', () => {
    const steps = readGcode(
      '%\nN10 g21 G90 (mm)\ng0 x 10 Y20.5 Z2\nG1Z0F600 ; down\nX11.\nG91 X.5 Y-1\nG20 G90 X1\nM2',
    )
    const moves = steps
      .filter((s) => s.kind === 'move')
      .map(({ x, y, z, rapid, feed }) => [x, y, z, rapid, feed])
    expect(moves).toEqual([
      [10, 20.5, 2, true, 0],
      [10, 20.5, 0, false, 10],
      [11, 20.5, 0, false, 10],
      [11.5, 19.5, 0, false, 10],
      [25.4, 19.5, 0, false, 10],
    ])
    expect(steps.at(-1)).toEqual({ kind: 'end', line: 8 })
  })

  it('takes the message of a pause from the comment before it', () => {
    expect(
      readGcode('T1 M6\n(Put in the pen)\nM0').map(({ kind, ...s }) => [
        kind,
        'message' in s ? s.message : '',
      ]),
    ).toEqual([
      ['tool', ''],
      ['pause', 'Put in the pen'],
    ])
  })

  it.each([
    ['G1 X5', /Line 1: a working move has no feed/],
    ['G21\nG2 X1 Y1 I1', /Line 2: G2 is not known/],
    ['M3 S100', /M3 is not known/],
    ['G0 X', /is no block of words/],
    ['(open', /comment is not closed/],
    ['Q5', /word Q5 is not known/],
  ])('refuses %s', (text, message) => {
    expect(() => readGcode(text)).toThrow(ProgramError)
    expect(() => readGcode(text)).toThrow(message)
  })
})

describe('Machine', () => {
  const program = readGcode('G21 G90\nT1 M6\n(Tip)\nM0\nG0 X10 Y10\nG1 Z0 F600\nX30.01\nG0 Z2\nX0 Y0\nM2')

  it('stops for the tool, goes on, and draws on its grid with y turned down', () => {
    const machine = new Machine(program, 100)
    machine.advance(1000)
    expect(machine).toMatchObject({ status: 'tool-change', message: 'Tip', drawn: [] })
    machine.resume()
    machine.advance(1000)
    expect(machine.status).toBe('done')
    expect(machine.share).toBe(1)
    expect(machine.drawn).toHaveLength(1)
    const [x0, y0, x1, y1] = machine.drawn[0]!
    expect([x0, y0, y1]).toEqual([10, 90, 90].map((v) => expect.closeTo(v, 9)))
    expect(Math.abs(x1! - 30.01)).toBeLessThanOrEqual(RESOLUTION / 2)
    expect(x1! / RESOLUTION).toBeCloseTo(Math.round(x1! / RESOLUTION), 6)
  })

  it('takes the time that the feed asks for: 20.01 mm at 10 mm/s', () => {
    const machine = new Machine(program, 100)
    machine.advance(1)
    machine.resume()
    const before = machine.seconds
    machine.advance(1e-9)
    machine.advance(1000)
    const travel = (Math.hypot(10, 10) + Math.hypot(30.01, 10)) / 200
    expect(machine.seconds - before).toBeCloseTo(travel + 20.01 / 10 + 2 * 0.15, 6)
  })
})

describe('readHpgl', () => {
  it('takes plotter units of 0.025 mm, absolute and relative (HP-GL reference)', () => {
    const moves = readHpgl('IN;PA;SP2;VS8;PU400,800;PD1200,800,1200,0;PR;PD0,-40;PU;').filter(
      (s) => s.kind === 'move',
    )
    expect(moves.map(({ x, y, z, rapid, feed }) => [x, y, z, rapid, feed])).toEqual([
      [10, 20, 2, true, 80],
      [10, 20, 0, false, 80],
      [30, 20, 0, false, 80],
      [30, 0, 0, false, 80],
      [30, -1, 0, false, 80],
      [30, -1, 2, true, 80],
    ])
  })

  it('stops for a hand at NR, with the words of the comment before it', () => {
    expect(readHpgl('CO"Put in the pen; slowly";NR;PU0,0').filter((s) => s.kind === 'pause')).toEqual([
      { kind: 'pause', message: 'Put in the pen; slowly', line: 2 },
    ])
  })

  it.each([
    ['PD10', /Instruction 1: a coordinate has no partner/],
    ['IN;PD1,x', /Instruction 2: .*no number/],
    ['AA0,0,90', /AA is not known/],
    ['VS0', /speed is not greater than 0/],
  ])('refuses %s', (text, message) => {
    expect(() => readHpgl(text)).toThrow(message)
    expect(() => readHpgl(text)).toThrow(ProgramError)
  })
})

describe('a jam', () => {
  it('that is asked for while a hand changes the tool comes with the next stroke, once', () => {
    const program = readGcode('G21 G90\n(Knife)\nM0\nG0 X10 Y10\nG1 Z0 F600\nX20\nX30\nG0 Z2\nM2')
    const machine = new Machine(program, 100)
    machine.advance(1000)
    machine.jam()
    machine.jam()
    expect(machine).toMatchObject({
      status: 'tool-change',
      message: 'Knife The paper is going to jam at the next stroke.',
    })
    machine.resume()
    machine.advance(1000)
    expect(machine).toMatchObject({ status: 'jammed', drawn: [] })
    machine.resume()
    machine.advance(1000)
    expect(machine.status).toBe('done')
    expect(machine.drawn).toEqual([[10, 90, 20, 90, 30, 90]])
  })

  it('loses the contour that was begun, and works it again when it goes on', () => {
    const program = readGcode(
      'G21 G90\nG0 X10 Y10\nG1 Z0 F600\nX20\nX30\nG0 Z2\nG0 X50 Y50\nG1 Z0\nX60\nX70\nG0 Z2\nM2',
    )
    const whole = new Machine(program, 100)
    whole.advance(1000)
    const machine = new Machine(program, 100)
    while (machine.drawn.length < 2 || machine.drawn[1]!.length < 4) machine.advance(0.01)
    machine.jam()
    expect(machine).toMatchObject({ status: 'jammed', message: expect.stringContaining('jammed') })
    expect(machine.drawn).toEqual(whole.drawn.slice(0, 1))
    machine.advance(10)
    expect(machine.status).toBe('jammed')
    machine.resume()
    machine.advance(1000)
    expect(machine.status).toBe('done')
    expect(machine.drawn).toEqual(whole.drawn)
  })
})

describe('PackedSteps', () => {
  it('are the same steps, and what is not there is none', () => {
    const steps = readGcode(
      'G21 G90\nT2 M6\n(Put in the knife)\nM0\nG0 X10 Y10.125\nG1 Z0 F600\nX-30.01\nG0 Z2\n(Wait)\nM0\nM2',
    )
    const packed = PackedSteps.of(steps)
    expect(packed.length).toBe(steps.length)
    expect(steps.map((_, i) => packed.at(i))).toEqual(steps)
    expect([packed.at(-1), packed.at(steps.length)]).toEqual([undefined, undefined])
    // As it comes from another thread.
    const { numbers, messages } = structuredClone({ numbers: packed.numbers, messages: packed.messages })
    expect(new PackedSteps(numbers, messages).at(1)).toEqual(steps[1])
  })
})
