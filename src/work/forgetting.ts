import { houseForgetting, type Forgetting } from '@/core/progress/memory'
import type { Db } from '@/store/database'

export interface KennelForgetting {
  readonly model: Forgetting
}

/** The forgetting model in use here. */
export function kennelForgetting(_db: Db): KennelForgetting {
  return { model: houseForgetting }
}
