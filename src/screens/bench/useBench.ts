'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { BenchNews, BenchOrder } from './messages'

type Order = Omit<BenchOrder, 'id'>

export interface BenchWork<R> {
  readonly running: boolean
  readonly share: number
  readonly result: R | undefined
  readonly refused: string
  readonly run: (order: Order) => void
  readonly cancel: () => void
}

/** One worker with one thing to do at a time; a new order, or canceling, ends the one before. */
export function useBench<R>(pick: (news: BenchNews) => R | undefined): BenchWork<R> {
  const worker = useRef<Worker | undefined>(undefined)
  const order = useRef(0)
  const [state, setState] = useState<{ running: boolean; share: number; result: R | undefined; refused: string }>({
    running: false,
    share: 0,
    result: undefined,
    refused: '',
  })
  const stop = useCallback(() => {
    worker.current?.terminate()
    worker.current = undefined
  }, [])
  useEffect(() => stop, [stop])
  const run = useCallback(
    (asked: Order) => {
      stop()
      const id = ++order.current
      const made = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' })
      worker.current = made
      setState((s) => ({ ...s, running: true, share: 0, refused: '' }))
      made.onmessage = (event: MessageEvent<BenchNews>) => {
        const news = event.data
        if (news.id !== id) return
        if (news.kind === 'progress') return setState((s) => ({ ...s, share: news.share }))
        stop()
        if (news.kind === 'refused')
          return setState({ running: false, share: 0, result: undefined, refused: news.reason })
        setState({ running: false, share: 1, result: pick(news), refused: '' })
      }
      made.onerror = (event) => {
        stop()
        setState({ running: false, share: 0, result: undefined, refused: event.message || 'the worker did not start' })
      }
      made.postMessage({ ...asked, id })
    },
    [pick, stop],
  )
  const cancel = useCallback(() => {
    stop()
    setState((s) => ({ ...s, running: false, share: 0 }))
  }, [stop])
  return { ...state, run, cancel }
}
