import { useCallback, useEffect, useRef, useState } from 'react'
import type { ActionResult } from '@/work/actions/actionResult'
import { isOldPage, updatedMeanwhile } from '../told'
import type { HowFar, TableEnd, TableWork } from '@/work/actions/tableEnd'

type Started = ActionResult<{ readonly work: string }>

/** What a screen with a table in it asks of the kennel. */
export interface TableActions {
  readonly look: (form: FormData) => Promise<Started>
  readonly add: (form: FormData) => Promise<Started>
  readonly how: (work: string) => Promise<ActionResult<{ readonly far: HowFar }>>
  readonly stop: (work: string) => Promise<ActionResult>
}

export interface Running {
  readonly what: TableWork
  readonly share: number
}

/** Design choice, ms: how often the kennel is asked how far it is; the first answer of a small table comes at once. */
const [firstMs, everyMs] = [120, 500]

const noConnection = 'No connection. What was begun goes on by itself. Load this page again to see what is in.'
const startedAgain = 'Kibou was started again meanwhile. Load this page again to see what is in.'

/**
 * Work on a table: what runs, how far it is, what it came to, and why not. `begun`: what was under way when the page
 * was drawn.
 */
export function useTable(
  { how, stop }: Pick<TableActions, 'how' | 'stop'>,
  begun?: { readonly id: string; readonly what: TableWork },
) {
  const [running, setRunning] = useState<Running | undefined>(begun && { what: begun.what, share: 0 })
  const [end, setEnd] = useState<TableEnd>()
  const [fault, setFault] = useState('')
  const work = useRef<string>(undefined)
  /** Stop was pressed before the kennel had answered that it began. */
  const toStop = useRef(false)
  const here = useRef(true)

  /** Follows something that was begun to its end. */
  const follow = useCallback(
    async (what: TableWork, start: () => Promise<Started>) => {
      try {
        const started = await start()
        if (!started.ok) return setFault(started.reason)
        work.current = started.work
        if (toStop.current) await stop(started.work)
        for (let wait = firstMs; here.current; wait = everyMs) {
          await new Promise((later) => setTimeout(later, wait))
          const answer = await how(started.work)
          if (!answer.ok) return setFault(answer.reason)
          const { far } = answer
          if (far.state === 'gone') return setFault(startedAgain)
          if (far.state === 'done') return setEnd(far.end)
          setRunning({ what, share: far.share })
        }
      } catch (error) {
        if (isOldPage(error)) setFault(updatedMeanwhile)
        else setFault(what === 'look' ? 'No connection: nothing was added.' : noConnection)
      } finally {
        work.current = undefined
        setRunning(undefined)
      }
    },
    [how, stop],
  )

  const { id, what } = begun ?? {}
  useEffect(() => {
    here.current = true
    const first = setTimeout(() => {
      if (id !== undefined && what !== undefined) void follow(what, () => Promise.resolve({ ok: true, work: id }))
    })
    return () => {
      here.current = false
      clearTimeout(first)
    }
  }, [id, what, follow])

  return {
    running,
    end,
    fault,
    refuse: (reason: string) => {
      setEnd(undefined)
      setFault(reason)
    },
    run: (doing: TableWork, start: () => Promise<Started>) => {
      setFault('')
      setEnd(undefined)
      setRunning({ what: doing, share: 0 })
      toStop.current = false
      void follow(doing, start)
    },
    stop: () => {
      toStop.current = true
      if (work.current !== undefined) void stop(work.current).catch(() => setFault(noConnection))
    },
  }
}
