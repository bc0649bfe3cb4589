'use client'
import styled from 'styled-components'
import { ruleText } from '@/core/rule/rule'
import { statusLabels } from '@/core/views/labels'
import { lineOf } from '@/core/views/line'
import { Line } from '@/ui/Line'
import { Why } from '@/ui/Why'
import type { BlockView } from '@/work/page/blockView'
import type { PreparedSet } from './prep'
import { Big, promptFor } from './RungCard'

/** What the rung asks, what is said and done, and where its command stands. */
export function AskedFor({ view, set }: { view: BlockView; set: PreparedSet }) {
  const { command, found, status } = set
  const prompt = promptFor(view, found)
  return (
    <Asked>
      <Big>{found.rung.name}</Big>
      <p className="rule">
        <b>{command.name}:</b> {ruleText(found.rung.rule)}. {set.why}
        {set.eased || set.relaxed ? ' Criteria are relaxed for what is new.' : ''}
      </p>
      <p className="criterion">
        <b>Do:</b> {prompt.criterion}
      </p>
      <p>
        <b>Say:</b> {prompt.say}
      </p>
      <Why label="reward, cautions and technique">
        <ul>
          {prompt.how.map((line) => (
            <li key={line}>{line}</li>
          ))}
          <li>Do not say: {prompt.dontSay}</li>
          <li>Mark when: {prompt.markWhen}</li>
          <li>
            Reward: {prompt.payWhere}; {prompt.payWhen};{' '}
            {view.resident.sideKnown ? `${prompt.side} side` : `${prompt.side} till the side is known`}.
          </li>
          {prompt.ifNot !== '' && <li>If not: {prompt.ifNot}</li>}
          {command.caution && <li>Caution: {command.caution}</li>}
          {prompt.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      </Why>
      {status && (
        <Cord>
          <Line line={lineOf(status, view.now)} size="row" />
          <span>{statusLabels[status.word]}</span>
        </Cord>
      )}
    </Asked>
  )
}

const Asked = styled.section`
  display: grid;
  gap: var(--s-2);
  .rule {
    color: var(--ink-2);
  }
  .criterion {
    font-size: var(--t-5);
    font-weight: 560;
  }
  ul {
    margin: 0;
    padding-left: 1rem;
  }
`
const Cord = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s-5);
  align-items: start;
  margin-top: 0.3rem;
  svg {
    height: auto;
  }
  span {
    font-weight: 620;
  }
`
