import type { Rung } from '../curriculum/types'
import { chosen, type Method } from './rows'

/**
 * Whether every clean rep is paid, or one in two or three, never evenly; `rung` where pay itself is what the rung makes
 * harder. Common practice.
 */
export function paySchedule(rung: Rung, method: Method, held: boolean): 'every' | 'variable' | 'rung' {
  if (rung.axis === 'pay') return 'rung'
  const rate = chosen(method, 'rate')
  return (rate === 'early-variable' ? rung.stage !== 'shape' : rate === 'until-held' && held) ? 'variable' : 'every'
}
