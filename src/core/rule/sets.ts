import { fromNothing } from './chain'
import type { BenchKind } from './kind'

export interface Sets {
  readonly kind: 'sets'
  readonly r: number
}

/** r of r in sets worked to their end, each counted alone. Only the bench knows it. */
export const sets: BenchKind<Sets> = {
  kind: 'sets',
  name: 'r of r in one set',
  note: 'sets worked to their end, each counted alone',
  numbers: { r: 'all of r in one set' },
  usual: { kind: 'sets', r: 5 },
  span: (rule) => rule.r,
  wanted: (rule) => rule.r,
  figures: (rule) => `${rule.r} of ${rule.r} in one set`,
  // Inside a set a miss is remembered until the set is over: states 0…r−1 with all clean so far, r…2r−2 spoilt.
  chain: ({ r }) => {
    const size = 2 * r - 1
    const onClean = new Int32Array(size)
    const onMiss = new Int32Array(size)
    for (let done = 0; done < r; done++) {
      const last = done + 1 === r
      onClean[done] = last ? -1 : done + 1
      onMiss[done] = last ? 0 : r + done
      if (done > 0) {
        const spoilt = r + done - 1
        onClean[spoilt] = last ? 0 : r + done
        onMiss[spoilt] = last ? 0 : r + done
      }
    }
    return fromNothing(onClean, onMiss)
  },
}
