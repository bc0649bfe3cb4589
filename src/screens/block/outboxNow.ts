'use client'
import { createContext, useContext } from 'react'
import type { Outbox } from '@/device/outbox'

/** The outbox of an open block; a block is shown only once there is one. */
export const OutboxNow = createContext<Outbox | undefined>(undefined)

export function useOutboxNow(): Outbox {
  const outbox = useContext(OutboxNow)
  if (!outbox) throw new Error('no outbox here')
  return outbox
}
