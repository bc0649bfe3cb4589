'use client'
import { startTransition, useMemo, useState } from 'react'
import { findRung } from '@/core/curriculum/lookup'
import {
  bowlNow,
  fallingIn,
  foodLeftNow,
  lastCall,
  nextDraw,
  payInHold,
  piecesPaid,
  settleNow,
} from '@/device/live/drawn'
import { hasEnough, setsOf, workedParts } from '@/device/live/reduce'
import { LiveSession, type LiveOutbox } from '@/device/live/session'
import type { BlockView } from '@/work/page/blockView'
import { coachHere } from './coachHere'
import type { EpochMs } from '@/core/epochMs'

/**
 * A block in hand, as it is drawn. What is drawn follows what is known: after a tap the marks at once (they read
 * `known`), all else in a transition.
 */
export function useBlock(view: BlockView, outbox: LiveOutbox, seedOf: () => number) {
  const [session] = useState(() => new LiveSession(view, outbox, seedOf))
  const [live, setLive] = useState(session.known.now)
  const { curriculum } = view
  const coach = useMemo(() => coachHere(view), [view])
  const deeds = useMemo(() => {
    const show = () => setLive(session.known.now())
    const shown =
      <A extends readonly unknown[]>(deed: (...args: A) => void) =>
      (...args: A) => {
        deed(...args)
        show()
      }
    return {
      begin: shown(session.begin.bind(session)),
      amend: shown(session.amend.bind(session)),
      undo: shown(session.undo.bind(session)),
      finish: shown(session.finish.bind(session)),
      goTo: shown(session.goTo.bind(session)),
      restart: shown(session.restart.bind(session)),
      markStressful: shown(session.markStressful.bind(session)),
      shorten: shown(session.shorten.bind(session)),
      close: shown(session.close.bind(session)),
      pressLast: shown(session.pressLast.bind(session)),
      tap: (...rep: Parameters<LiveSession['tap']>) => {
        session.tap(...rep)
        startTransition(show)
      },
    }
  }, [session])
  const drawn = session.drawn(live)
  const { rungNow } = drawn
  const payAt = useMemo(() => payInHold(view, live, rungNow), [live, rungNow, view])
  const drop = useMemo(() => fallingIn(view, live), [live, view])
  return useMemo(
    () => ({
      ...live,
      ...deeds,
      known: session.known,
      items: live.block?.items ?? [],
      /** Numbers of the parts in which a rep was done, one after another: alike as long as they are the same. */
      workedParts: [...workedParts(live.block?.items ?? [], setsOf(live), curriculum)].join(' '),
      verdict: live.judged.verdict,
      setEnded: live.judged.verdict?.endsSet ?? false,
      enough: hasEnough(live),
      rungNow,
      draw: nextDraw(view, live, drawn),
      /** Calls running that came in crooked where straightness counts. */
      crooked: lastCall(view, live, rungNow)?.crooked ?? 0,
      bowl: bowlNow(view, live, rungNow),
      settleEvery: settleNow(view, live, rungNow),
      planned: session.planned(live),
      payAt,
      payTier: drawn.payTier,
      falling: drop,
      reps: setsOf(live).reduce((n, s) => n + s.reps.length, 0),
      piecesPaid: piecesPaid(live),
      /** What the dog may still eat today, kcal. */
      foodLeft: foodLeftNow(view, live),
      /** Reps of a command in this block since a moment. */
      repsOf: (command: string, since: EpochMs) =>
        setsOf(live)
          .filter((s) => findRung(curriculum, s.context.rungId)?.command.id === command)
          .reduce((n, s) => n + s.reps.filter((r) => r.fact.at > since).length, 0),
      ...coach,
    }),
    [coach, curriculum, deeds, drawn, drop, live, payAt, rungNow, session, view],
  )
}

export type Block = ReturnType<typeof useBlock>
