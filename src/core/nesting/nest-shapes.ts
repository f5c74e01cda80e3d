import { polylineBox } from '../geometry/polyline'
import { Bin, type Member } from './bin'
import { compress, sideOf } from './compress'
import { isClean, laidIn } from './laid'
import type { Nesting, NestProblem } from './problem'
import type { Answer } from './score'
import { bestPlace } from './search'
import { separate } from './separate'
import { SolidKind } from './solid'
import { layTogether } from './together'

type Sheet = { stock: number; bin: Bin }

/**
 * Nests by true shapes from an answer to begin with: what lies on the emptiest sheet is brought to the others, and what
 * is left on it is drawn together.
 * @param better takes a nesting, and answers whether it is the best so far
 */
export function* nestShapes(
  problem: NestProblem,
  kinds: readonly SolidKind[],
  random: () => number,
  start: Nesting | null,
  better: (nesting: Nesting) => Answer,
): Generator<Answer> {
  const binOf = (stock: number): Bin => {
    const { area, taken } = problem.stocks[stock]!
    const half = problem.spacing / 2
    const bin = new Bin(
      [{ minX: area.minX - half, minY: area.minY - half, maxX: area.maxX + half, maxY: area.maxY + half }],
      random,
    )
    for (const ring of taken) {
      const kind = new SolidKind({ rings: [ring], turning: 'none' }, problem.spacing)
      const { own } = kind.at(0)
      const { minX, minY } = polylineBox(ring)
      bin.add({ item: -1, kind, fixed: true }, { x: minX - own.minX, y: minY - own.minY, degrees: 0 })
    }
    return bin
  }
  const sheets: Sheet[] = (start?.sheets ?? []).map(({ stock, laid }) => {
    const bin = binOf(stock)
    for (const { item, x, y, rotation } of laid) {
      const kind = kinds[problem.items[item]!]!
      const { own } = kind.at(rotation)
      bin.add({ item, kind, fixed: false }, { x: x - own.minX, y: y - own.minY, degrees: rotation })
    }
    return { stock, bin }
  })
  const left = new Set(start?.left ?? problem.items.map((_, i) => i))
  const answer = (): Answer => {
    const used = sheets.filter((s) => s.bin.members.some((m) => !m.fixed))
    if (!used.every((s) => isClean(s.bin))) return null
    // The emptiest comes last: what is left of it is the offcut.
    return better({
      left: [...left],
      sheets: [...used]
        .sort((a, b) => a.stock - b.stock || b.bin.filled - a.bin.filled)
        .map(({ stock, bin }) => ({ stock, laid: laidIn(bin) })),
    })
  }
  // What boxes had no room for, or everything where marks are in the way of boxes.
  const waiting = [...left].sort((a, b) => kinds[problem.items[b]!]!.area - kinds[problem.items[a]!]!.area)
  for (const item of waiting) {
    const member: Member = { item, kind: kinds[problem.items[item]!]!, fixed: false }
    let found = false
    for (const sheet of sheets) {
      if (tryToLay(sheet.bin, member, random)) {
        found = true
        break
      }
      yield null
    }
    for (let stock = 0; !found && stock < problem.stocks.length; stock += 1) {
      const { count } = problem.stocks[stock]!
      if (count !== null && sheets.filter((s) => s.stock === stock).length >= count) continue
      const bin = binOf(stock)
      if (!tryToLay(bin, member, random)) continue
      sheets.push({ stock, bin })
      found = true
    }
    if (found) left.delete(item)
    yield null
  }
  yield answer()
  let stuck = 0
  let tries = 0
  for (let round = 0; round < ROUNDS; round += 1) {
    // Fresh sheets are given up before those of an earlier stock, the emptiest first.
    sheets.sort((a, b) => b.stock - a.stock || a.bin.filled - b.bin.filled)
    const [emptiest, ...others] = sheets
    if (!emptiest) return
    const free = others.reduce((sum, { bin }) => sum + roomIn(bin), 0)
    if (emptiest.bin.filled < DENSE * free && stuck < 2) {
      let moved = 0
      for (const member of membersBySize(emptiest.bin)) {
        const run = moveOver(member, others, random)
        let state = run.next()
        while (!state.done) {
          yield null
          state = run.next()
        }
        if (!state.value) continue
        emptiest.bin.remove(emptiest.bin.members.indexOf(member))
        moved += 1
      }
      if (emptiest.bin.members.every((m) => m.fixed)) sheets.shift()
      stuck = moved > 0 ? 0 : stuck + 1
      yield moved > 0 ? answer() : null
      continue
    }
    // One by one there is no way in; all of them together may find one.
    if (others.length > 0 && emptiest.bin.filled < DENSE * free && tries < TRIES) {
      tries += 1
      const run = layTogether(
        others.map((s) => s.bin),
        emptiest.bin,
        random,
      )
      let state = run.next()
      while (!state.done) {
        yield null
        state = run.next()
      }
      if (state.value) {
        sheets.shift()
        tries = 0
      }
      yield state.value ? answer() : null
      if (state.value || tries % 2 === 1) continue
    }
    stuck = 0
    for (const done of compress(emptiest.bin, random)) yield done ? answer() : null
    yield answer()
  }
}

/** Rounds of emptying or drawing together before it is given up, and the share of free room that can be filled. */
const ROUNDS = 80
/** How often all pieces are laid on one sheet less together before that number of sheets is taken for the least. */
const TRIES = 12
const DENSE = 0.95

/** Brings a member to one of some sheets: where there is room, or else where the others make some. */
function* moveOver(member: Member, sheets: readonly Sheet[], random: () => number): Generator<void, boolean> {
  const roomy = sheets.filter(({ bin }) => roomIn(bin) >= member.kind.area)
  for (const { bin } of roomy) {
    if (tryToLay(bin, member, random)) return true
    yield
  }
  for (const { bin } of roomy) if (yield* squeezeIn(bin, member, random)) return true
  return false
}

const roomIn = (bin: Bin): number =>
  (bin.area.maxX - bin.area.minX) * (bin.area.maxY - bin.area.minY) -
  bin.members.reduce((sum, m) => sum + m.kind.area, 0)

const membersBySize = (bin: Bin): Member[] =>
  bin.members.filter((m) => !m.fixed).sort((a, b) => b.kind.area - a.kind.area)

/** Lays a member where nothing is, towards the beginning of the bin; answers whether there was room. */
function tryToLay(bin: Bin, member: Member, random: () => number): boolean {
  const side = sideOf(bin)
  const at = bin.add(member, { x: bin.area.minX, y: bin.area.minY, degrees: bin.anyTurn(member.kind.kind) })
  const across = side === 'x' ? bin.area.maxY - bin.area.minY : bin.area.maxX - bin.area.minX
  const cost = (x: number, y: number, degrees: number) => {
    const { box } = member.kind.at(degrees)
    const along = side === 'x' ? x + box.maxX - bin.area.minX : y + box.maxY - bin.area.minY
    const beside = side === 'x' ? y + box.minY - bin.area.minY : x + box.minX - bin.area.minX
    return -1e6 + along + (0.1 * beside) / across
  }
  const place = bestPlace(bin, at, () => 1, random, { wide: 250, near: 0, closer: 6 }, cost)
  if (!place || place.loss > 0) {
    bin.remove(at)
    return false
  }
  bin.set(at, place)
  return true
}

/** Lays a member among others that make room for it; if they cannot, all is as before. */
function* squeezeIn(bin: Bin, member: Member, random: () => number): Generator<void, boolean> {
  const before = bin.copyPoses()
  const at = bin.add(member, { x: bin.area.minX, y: bin.area.minY, degrees: bin.anyTurn(member.kind.kind) })
  const place = bestPlace(bin, at, () => 1, random)
  if (place) {
    bin.set(at, place)
    if (yield* separate(bin, random, { rounds: 25, strikes: 1 })) return true
  }
  bin.remove(at)
  bin.restore(before)
  return false
}
