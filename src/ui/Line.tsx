'use client'
import { memo } from 'react'
import type { LineView } from '@/core/views/line'
import { drawingOf, shapes, type LineSize } from './drawing'

/**
 * A trained command is a line under tension: tied to a post, pegged at its rungs. What is held hangs from the post to
 * its highest peg, sagging by what is predicted to be forgotten and thicker the more places it is proofed in; a thin
 * cord runs on to the rung in hand (an open ring); what slipped hangs loose. The promised rung carries a crossbar.
 * The drawing is decoration for the eye: the words beside it say the same.
 */
export const Line = memo(function Line({ line, size }: { line: LineView; size: LineSize }) {
  const { width, height } = shapes[size]
  return (
    <svg
      className="line"
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      aria-hidden="true"
      // A wall draws hundreds: one element each, not ten.
      dangerouslySetInnerHTML={{ __html: drawingOf(line, size) }}
    />
  )
})
