import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { benchAt, wrongPass } from '@/core/rulebench/judge'
import { calibration } from '@/core/rulebench/predict'
import { simulatedShowing } from '@/core/rulebench/simulate'
import type { BenchNews, BenchOrder } from './messages'

/** The bench away from the screen's thread. Cancelling is ending the worker: it holds nothing worth keeping. */
const tell = (news: BenchNews): void => { self.postMessage(news) }

self.onmessage = (event: MessageEvent<BenchOrder>) => {
  const order = event.data
  try {
    if (order.kind === 'rule') judgeRule(order)
    else calibrate(order)
  } catch (error) {
    tell({ id: order.id, kind: 'refused', reason: error instanceof Error ? error.message : String(error) })
  }
}

function judgeRule(order: Extract<BenchOrder, { kind: 'rule' }>): void {
  const { id, ask, rate, rates } = order
  const at = benchAt(ask, rate)
  const steps = rates.length + 4
  const curve = rates.map((p, i) => {
    tell({ id, kind: 'progress', share: (i + 1) / steps })
    return benchAt(ask, p)
  })
  tell({ id, kind: 'rule', result: { at, curve, wrong: wrongPass(ask) } })
}

function calibrate(order: Extract<BenchOrder, { kind: 'calibrate' }>): void {
  const rng = xoroshiro128plus(order.seed)
  const chance = () => (rng.next() >>> 0) / 2 ** 32
  const pairs: ReturnType<typeof simulatedShowing>[] = []
  for (let i = 0; i < order.dogs; i++) {
    pairs.push(simulatedShowing(chance))
    if (i % 1000 === 999) tell({ id: order.id, kind: 'progress', share: (i + 1) / order.dogs })
  }
  tell({ id: order.id, kind: 'calibration', result: calibration(pairs) })
}
