'use client'
import styled from 'styled-components'
import { Press } from '@/ui/press'
import type { Picked } from '@/core/coach/picked'
import { findRung } from '@/core/curriculum/lookup'
import type { Setup } from '@/device/live/session'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Said } from '@/ui/ways'
import type { BlockView } from '@/work/page/blockView'
import { newsText } from './setup'
import type { RungId } from '@/core/ids'

/** What speaks against what was chosen by hand: said before it begins; a tap takes what it may begin with. */
export function Against({
  by,
  wanted,
  full,
  shut,
  view,
  take,
}: {
  by: Picked
  /** The rung that was wanted, and the set as it would begin. */
  wanted: string
  full: Setup
  shut: string | undefined
  view: BlockView
  take: (rungId: RungId) => void
}) {
  const name = (id: string) => findRung(view.curriculum, id)?.rung.name ?? id
  const rung = full.rungId
  const news = newsText(by, full.level)
  const easier = rung === wanted && by.rungId !== wanted ? by.rungId : undefined
  return (
    <>
      {by.refused !== undefined && shut === undefined && (
        <NeedsPerson>
          <Said>{by.refused.charAt(0).toUpperCase() + by.refused.slice(1)}</Said>. What is recorded is saved and marked
          so.
        </NeedsPerson>
      )}
      {by.before !== undefined && by.refused === undefined && (
        <NeedsPerson>Not taught yet: “{by.before}” comes first.</NeedsPerson>
      )}
      {easier !== undefined && (
        <Bar onPress={() => take(easier)}>
          <span>
            Too much for what is new: {news}. Begin with “{name(easier)}”.
          </span>
          <u>Take it</u>
        </Bar>
      )}
      {rung !== wanted && (
        <Bar onPress={() => take(wanted)}>
          <span>
            Begins with “{name(rung)}” for what is new: {news}.
          </span>
          <u>No, “{name(wanted)}”</u>
        </Bar>
      )}
    </>
  )
}

/** A line that says what is, and at its end what a tap makes of it. */
export const Bar = styled(Press)`
  min-height: var(--touch-wide);
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--s-4);
  border: 0;
  border-top: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  text-align: left;
  padding: 0.2rem 0.1rem;
  cursor: pointer;
  u {
    flex: none;
  }
`
