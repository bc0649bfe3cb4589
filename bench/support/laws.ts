import type { BaseRates } from '@/core/forecast/rates'
import { shippedPatterns } from '@/core/forecast/shipped'
import type { allLaws } from '@/core/tests/loop/dogs'

export type LawName = keyof typeof allLaws

/** The shipped patterns but the one of this law: what Kibou knows of dogs of a law that it never saw. */
export const withoutLaw = (law: LawName): Readonly<Record<string, BaseRates>> =>
  Object.fromEntries(Object.entries(shippedPatterns).filter(([name]) => name !== law))
