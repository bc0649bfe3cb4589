'use client'
import type { LineView } from '@/core/views/line'

export type LineSize = 'cell' | 'row' | 'full'

const shapes = {
  cell: { width: 58, height: 24, base: 7, post: 5, thin: 1.6, thick: 4, peg: 3, drop: 13 },
  row: { width: 220, height: 34, base: 9, post: 6, thin: 2, thick: 4.5, peg: 4, drop: 20 },
  full: { width: 640, height: 52, base: 14, post: 9, thin: 3, thick: 6, peg: 6, drop: 32 },
} as const

/**
 * A trained command is a line under tension: tied to a post, pegged at its rungs. What is held hangs from the post to
 * its highest peg, sagging by what is predicted to be forgotten and thicker the more places it is proofed in; a thin
 * cord runs on to the rung in hand (an open ring); what slipped hangs loose. The promised rung carries a crossbar.
 * The drawing is decoration for the eye: the words beside it say the same.
 */
export function Line({ line, size }: { line: LineView; size: LineSize }) {
  const s = shapes[size]
  const goal = line.promised ?? line.size - 1
  const count = Math.max(1, goal + 1)
  const left = s.post / 2 + 1
  const right = s.width - s.post
  const x = (rung: number) => left + ((Math.min(rung, goal) + 1) / count) * (right - left)
  const y = s.base
  const cord = s.thin + (s.thick - s.thin) * line.proofed
  const top = Math.min(line.top, goal)
  // Twice the depth wanted: a quadratic curve reaches half-way to its control point.
  const span = top >= 0 ? x(top) - left : 0
  const sag = 2 * Math.min(s.drop, span * 0.45) * Math.min(1, line.sag * 1.6)
  const started = line.position > 0 || line.top >= 0
  const passedTo = Math.min(line.position - 1, goal)
  const over = line.position > goal
  return (
    <svg
      width={s.width}
      height={s.height}
      viewBox={`0 0 ${s.width} ${s.height}`}
      aria-hidden="true"
      style={{ display: 'block', maxWidth: '100%', overflow: 'visible' }}
    >
      <line x1={left} x2={right} y1={y} y2={y} stroke="var(--rule-2)" strokeWidth={1} strokeDasharray="1 3" />
      {Array.from({ length: count }, (_, i) => (
        <line
          key={i}
          x1={x(i)}
          x2={x(i)}
          y1={y - s.peg}
          y2={y}
          stroke={i <= top ? 'var(--held)' : 'var(--rule-2)'}
          strokeWidth={1}
        />
      ))}
      {line.promised !== undefined && (
        <path
          d={`M${x(goal)} ${y - s.peg - 2} V${y + s.peg + 1}`}
          stroke="var(--ink)"
          strokeWidth={size === 'cell' ? 1.8 : 2.6}
        />
      )}
      {top >= 0 && (
        <path
          d={`M${left} ${y} Q${(left + x(top)) / 2} ${y + sag} ${x(top)} ${y}`}
          fill="none"
          stroke="var(--held)"
          strokeWidth={cord}
          strokeLinecap="round"
        />
      )}
      {passedTo > top && (
        <line
          x1={top >= 0 ? x(top) : left}
          x2={x(passedTo)}
          y1={y}
          y2={y}
          stroke="var(--ink)"
          strokeWidth={s.thin * 0.8}
        />
      )}
      {line.slippedFrom !== undefined && (
        <path
          d={
            `M${x(Math.max(top, -1))} ${y} q${s.drop * 0.15} ${s.drop * 0.6} ${s.drop * 0.75} ${s.drop * 0.68} ` +
            `t${s.drop * 0.5} ${s.drop * 0.22}`
          }
          fill="none"
          stroke="var(--person)"
          strokeWidth={Math.max(2, cord)}
          strokeLinecap="round"
        />
      )}
      <rect
        x={left - s.post / 2}
        y={y - s.post}
        width={s.post / 1.6}
        height={s.post * 2}
        fill={started ? 'var(--ink)' : 'none'}
        stroke="var(--ink)"
        strokeWidth={1}
      />
      {!over && started && (
        <circle cx={x(line.position)} cy={y} r={s.peg} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.4} />
      )}
      {over && top >= goal && <circle cx={x(goal)} cy={y} r={s.peg * 0.9} fill="var(--held)" />}
    </svg>
  )
}
