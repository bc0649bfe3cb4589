'use client'
import styled from 'styled-components'
import type { PrerequisiteGraph } from '@/core/curriculum/graph'

const lineGap = 34
const left = 216
const width = 900

/**
 * Prerequisites: every ladder a line, every rung a peg, every prerequisite a tie to what it opens. The list says the
 * same.
 */
export function Graph({ graph }: { graph: PrerequisiteGraph }) {
  const y = (line: number) => 20 + line * lineGap
  const x = (at: number) => left + at * (width - left - 20)
  const height = 30 + graph.lines.length * lineGap
  return (
    <Figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label="Prerequisites, drawn; the list below says the same"
      >
        {graph.ties.map((t, i) => {
          const [x1, y1, x2, y2] = [x(t.from.at), y(t.from.line), x(t.to.at), y(t.to.line)]
          return (
            <path
              key={i}
              d={`M${x1} ${y1} C${x1 + 40} ${(y1 + y2) / 2}, ${x2 - 50} ${(y1 + y2) / 2}, ${x2} ${y2}`}
              fill="none"
              stroke="var(--held)"
              strokeWidth="1.6"
            />
          )
        })}
        {graph.lines.map((line, i) => (
          <g key={`${line.command} ${line.run}`}>
            <text x={left - 14} y={y(i) + 4} textAnchor="end" fontSize="13" fill="var(--ink)">
              {line.name}
            </text>
            <line x1={left} x2={width - 20} y1={y(i)} y2={y(i)} stroke="var(--rule-2)" strokeDasharray="1 3" />
            {line.pegs.map((p) =>
              p.tied ? (
                <circle key={p.id} cx={x(p.at)} cy={y(i)} r="5" fill="var(--paper)" stroke="var(--ink)" strokeWidth="2">
                  <title>{p.name}</title>
                </circle>
              ) : (
                <line key={p.id} x1={x(p.at)} x2={x(p.at)} y1={y(i) - 5} y2={y(i) + 1} stroke="var(--rule-2)" />
              ),
            )}
          </g>
        ))}
      </svg>
      <ul>
        {graph.ties.map((t, i) => (
          <li key={i}>
            {t.to.name} <span>needs</span> {t.from.name}
          </li>
        ))}
      </ul>
    </Figure>
  )
}

const Figure = styled.div`
  svg {
    width: 100%;
    max-width: 62rem;
    height: auto;
  }
  ul {
    columns: 2 22rem;
    list-style: none;
    margin: 0.5rem 0 0;
    padding: 0;
    font-size: var(--t-2);
  }
  li {
    break-inside: avoid;
    padding: 0.1rem 0;
  }
  span {
    color: var(--ink-2);
  }
`
