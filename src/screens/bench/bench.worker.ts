import { benchAt, wrongPass } from '@/core/rulebench/judge'
import type { BenchNews, BenchOrder } from './messages'

/** The bench away from the screen's thread. Canceling is ending the worker: it holds nothing worth keeping. */
const tell = (news: BenchNews): void => {
  self.postMessage(news)
}

self.onmessage = (event: MessageEvent<BenchOrder>) => {
  const order = event.data
  try {
    judgeRule(order)
  } catch (error) {
    tell({ id: order.id, kind: 'refused', reason: error instanceof Error ? error.message : String(error) })
  }
}

function judgeRule(order: BenchOrder): void {
  const { id, ask, rate, rates } = order
  const at = benchAt(ask, rate)
  const steps = rates.length + 4
  const curve = rates.map((p, i) => {
    tell({ id, kind: 'progress', share: (i + 1) / steps })
    return benchAt(ask, p)
  })
  tell({ id, kind: 'rule', result: { at, curve, wrong: wrongPass(ask) } })
}
