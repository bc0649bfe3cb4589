import styled from 'styled-components'
import type { Gap } from '@/core/demonstration/ownerGap'
import { percent } from '@/core/percent'

const [width, height, top] = [320, 24, 9]
const x = (share: number): number => 10 + share * (width - 20)

const cordOf = (from: number, to: number, sag: number): string =>
  `M${from} ${top} Q${(from + to) / 2} ${top + sag * 2} ${to} ${top}`

/**
 * The gap as a cord that hangs between two pegs: filled where the trainer is, open where the owner is; the wider apart
 * the deeper it sags. The bars are what so few tries leave open.
 */
export function GapLine({ gap, owner }: { gap: Gap; owner: string }) {
  const { trainer, owner: theirs } = gap
  const sag = trainer && theirs ? Math.max(0, trainer.share - theirs.share) * 18 : 0
  const shares = [trainer ? `you ${percent(trainer.share)}` : '', theirs ? `${owner} ${percent(theirs.share)}` : '']
    .filter((t) => t !== '')
    .join(', ')
  return (
    <Drawing viewBox={`0 0 ${width} ${height}`} role="img" aria-label={shares}>
      <line className="axis" x1={x(0)} x2={x(1)} y1={top} y2={top} />
      {trainer && <line className="open" x1={x(trainer.low)} x2={x(trainer.high)} y1={top - 5} y2={top - 5} />}
      {theirs && <line className="open theirs" x1={x(theirs.low)} x2={x(theirs.high)} y1={top + 5} y2={top + 5} />}
      {trainer && theirs && sag > 0 && <path className="cord" d={cordOf(x(theirs.share), x(trainer.share), sag)} />}
      {theirs && <circle className="ring" cx={x(theirs.share)} cy={top} r="6" />}
      {trainer && <circle className="knot" cx={x(trainer.share)} cy={top} r="5" />}
    </Drawing>
  )
}

const Drawing = styled.svg`
  width: min(100%, 26rem);
  display: block;
  .axis {
    stroke: var(--rule-2);
    stroke-dasharray: 1 3;
  }
  .open {
    stroke: var(--held);
    stroke-width: 2;
    opacity: 0.55;
  }
  .theirs {
    stroke: var(--ink-2);
  }
  .cord {
    fill: none;
    stroke: var(--person);
    stroke-width: 2.5;
  }
  .ring {
    fill: var(--ground);
    stroke: var(--ink);
    stroke-width: 2.5;
  }
  .knot {
    fill: var(--held);
  }
`
