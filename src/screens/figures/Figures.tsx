'use client'
import styled from 'styled-components'
import { listedFigures, type Figure } from '@/core/figures'
import { percent } from '@/core/percent'
import { Link } from '@/ui/link'
import { List } from '@/ui/List'
import { OfficePage } from '@/ui/Page'
import { phone } from '@/ui/theme'
import { useMeasures } from '@/ui/ways'
import { May } from '../shell/may'
import { capitalized } from '@/core/wording'

/** A value of a figure in the measures of the house; the unit where it is one that is said. */
function useFigureText(): (value: number, unit: string) => string {
  const { temperature, temperatures, words } = useMeasures()
  return (value, unit) => {
    if (unit === 'share') return percent(value)
    if (unit === '°C') return temperature(value)
    // A difference of degrees has no zero to begin at.
    if (unit === '°C less') return temperatures === 'C' ? `${value} ${unit}` : `${Math.round(value * 1.8)} °F less`
    return words(`${value} ${unit}`.trim())
  }
}

/** What this kennel works by where the trade leaves a number open: each figure, its range, its reason, its source. */
export function Figures() {
  return (
    <OfficePage>
      <h1>House figures</h1>
      <p>
        Kibou works by these numbers where practitioners differ or name none. The line beside each shows what would
        still do. They are fixed: what a kennel can choose is in{' '}
        <May to="/house">
          <Link href="/house">Settings</Link> and{' '}
        </May>
        <Link href="/method">Method</Link>.
      </p>
      {listedFigures.map(({ group, rows }) => (
        <section key={group} aria-label={group}>
          <h2>{group}</h2>
          <Rows>
            {rows.map((figure) => (
              <Row key={figure.label} figure={figure} />
            ))}
          </Rows>
        </section>
      ))}
    </OfficePage>
  )
}

/** Units that a house may have in other measures: both ends of a range are said with them. */
const converted: ReadonlySet<string> = new Set(['share', '°C', '°C less', 'kg'])

const wide = 120
const edge = 6

function Row({ figure }: { figure: Figure }) {
  const text = useFigureText()
  const { label, value, unit, range, reason, source } = figure
  const [least, most] = range
  const at = edge + ((value - least) / (most - least)) * (wide - 2 * edge)
  return (
    <li>
      <div>
        {label} <strong>{text(value, unit)}</strong>
        <small>
          {reason} {capitalized(source)}.
        </small>
      </div>
      <div className="range">
        <svg viewBox={`0 0 ${wide} 14`} width={wide} height="14" aria-hidden="true">
          <path d={`M${edge} 7H${wide - edge}M${edge} 3V11M${wide - edge} 3V11`} stroke="currentColor" fill="none" />
          <circle cx={at} cy="7" r="5" fill="var(--paper)" stroke="currentColor" strokeWidth="2.4" />
        </svg>
        <small>
          {converted.has(unit) ? text(least, unit) : least} to {text(most, unit)}
        </small>
      </div>
    </li>
  )
}

const Rows = styled(List)`
  max-width: 62rem;
  li {
    display: grid;
    grid-template-columns: 1fr 15rem;
    gap: var(--s-4);
    align-items: center;
    padding: var(--s-3) 0;
    border-top: 1px solid var(--rule);
  }
  strong {
    font-weight: 660;
    white-space: nowrap;
  }
  small {
    display: block;
    color: var(--ink-2);
  }
  .range svg {
    display: block;
    color: var(--ink-2);
  }
  ${phone} {
    li {
      grid-template-columns: 1fr;
      gap: var(--s-1);
    }
    .range {
      display: flex;
      align-items: center;
      gap: var(--s-3);
    }
  }
`
