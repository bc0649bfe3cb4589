import { describe, expect, it } from 'vitest'
import type { TableEnd } from '@/work/actions/tableEnd'
import { howFar, runningOf, startWork, stopWork } from './underWay'

const end: TableEnd = { what: 'look', result: { ok: true, rows: ['Wren'] } }
const settled = () => new Promise((done) => setImmediate(done))

/** Work that goes on until it is told to end. */
function begin(by: string) {
  let tell: { done: (end: TableEnd) => void; fail: (error: unknown) => void; say: (share: number) => void }
  let asked: AbortSignal | undefined
  const id = startWork(by, 'look', ({ onProgress, signal }) => {
    asked = signal
    return new Promise((done, fail) => (tell = { done, fail, say: onProgress }))
  })
  return { id: id ?? '', tell: () => tell, asked: () => asked }
}

describe('work under way', () => {
  it('says how far it is and what it came to, to whoever started it and to nobody else', async () => {
    const work = begin('maud')
    expect(howFar(work.id, 'maud')).toEqual({ state: 'running', share: 0 })
    work.tell().say(0.4)
    expect(howFar(work.id, 'maud')).toEqual({ state: 'running', share: 0.4 })
    expect(howFar(work.id, 'joss')).toEqual({ state: 'gone' })
    expect([runningOf('maud'), runningOf('joss')]).toEqual([{ id: work.id, what: 'look' }, undefined])
    work.tell().done(end)
    await settled()
    expect(howFar(work.id, 'maud')).toEqual({ state: 'done', end })
    expect(runningOf('maud')).toBeUndefined()
  })

  it('is one at a time of each person', async () => {
    const work = begin('ada')
    expect(begin('ada').id).toBe('')
    const other = begin('ben')
    expect(other.id).not.toBe('')
    for (const one of [work, other]) one.tell().done(end)
    await settled()
    const again = begin('ada')
    expect(again.id).not.toBe('')
    again.tell().done(end)
  })

  it('is stopped by whoever started it, and throws what it failed with', async () => {
    const work = begin('cleo')
    stopWork(work.id, 'joss')
    expect(work.asked()?.aborted).toBe(false)
    stopWork(work.id, 'cleo')
    expect(work.asked()?.aborted).toBe(true)
    work.tell().fail(new Error('no room'))
    await settled()
    expect(() => howFar(work.id, 'cleo')).toThrow('no room')
  })
})
