import styled from 'styled-components'
import type { MatchingView, ProposedVisit } from '@/work/page/matching'

/**
 * A dog’s days as a line: thick from likely ready to going home, a notch on each day that its owner can come, and the
 * times to offer, the first of them filled.
 */
export function Span({ visit, view }: { visit: ProposedVisit; view: MatchingView }) {
  const width = 100 / Math.max(1, view.days.length)
  const at = (day: number) => (day + 0.5) * width
  const offered = visit.hours.map((h) => view.days.indexOf(h.day))
  return (
    <Picture viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden>
      <line className="stay" x1="0" x2={at(visit.home)} y1="6" y2="6" />
      {visit.from !== undefined && visit.from <= visit.home && (
        <line className="likely" x1={at(visit.from)} x2={at(visit.home)} y1="6" y2="6" />
      )}
      <line className="home" x1={at(visit.home)} x2={at(visit.home)} y1="1" y2="11" />
      {visit.ownersDays
        .filter((day) => day <= visit.home)
        .map((day) => (
          <line key={day} className="can" x1={at(day)} x2={at(day)} y1="8" y2="11" />
        ))}
      {/* The first lies on top, where two are on one day. */}
      {[...offered.entries()].reverse().map(([i, day]) => (
        <rect
          key={i}
          className={i === 0 ? 'first' : 'other'}
          x={at(day) - width * 0.35}
          width={width * 0.7}
          y="2.5"
          height="7"
        />
      ))}
    </Picture>
  )
}

const Picture = styled.svg`
  width: 100%;
  height: 2rem;
  line,
  rect {
    vector-effect: non-scaling-stroke;
  }
  .stay {
    stroke: var(--rule-2);
    stroke-width: 1.5px;
  }
  .likely {
    stroke: var(--held);
    stroke-width: 5px;
  }
  .home {
    stroke: var(--ink);
    stroke-width: 2px;
  }
  .can {
    stroke: var(--ink-2);
    stroke-width: 1.5px;
  }
  .first {
    fill: var(--ink);
  }
  .other {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.5px;
  }
`
