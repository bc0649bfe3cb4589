'use client'
import { rungLabels, statusLabels, statusFlags } from '@/core/views/labels'
import { useWhen } from '@/ui/ways'
import { percent } from '@/core/percent'
import { Link } from '@/ui/link'
import { useState } from 'react'
import styled from 'styled-components'
import type { CommandView, RungView } from '@/core/views/resident'
import { Fold } from '@/ui/Fold'
import { Line } from '@/ui/Line'
import { ButtonLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { Why } from '@/ui/Why'
import type { ResidencyId } from '@/core/ids'

/** What the dog knows: a ladder a command, promised ones first. On a phone the rungs are folded away. */
export function Ladders({
  commands,
  residencyId,
  gone,
}: {
  commands: readonly CommandView[]
  residencyId: ResidencyId
  /** It went home: what it knows is to be seen, and no work begins from here. */
  gone: boolean
}) {
  const promised = commands.filter((c) => c.promise)
  const other = commands.filter((c) => !c.promise)
  const begun = other.filter((c) => c.word !== 'not started')
  return (
    <Fold id="ladders" title="Ladders" note={`${promised.length} promised, ${begun.length} more begun`}>
      {promised.map((c) => (
        <CommandBlock key={c.id} command={c} residencyId={residencyId} gone={gone} />
      ))}
      {begun.length > 0 && <Aside>Not promised, begun</Aside>}
      {begun.map((c) => (
        <CommandBlock key={c.id} command={c} residencyId={residencyId} gone={gone} />
      ))}
      <Aside>
        Not begun:{' '}
        {other
          .filter((c) => c.word === 'not started')
          .map((c, i) => (
            <span key={c.id}>
              {i > 0 && ', '}
              <Link href={`/dogs/${residencyId}/commands/${c.id}`}>{c.name}</Link>
            </span>
          ))}
      </Aside>
    </Fold>
  )
}

function CommandBlock({
  command,
  residencyId,
  gone,
}: {
  command: CommandView
  residencyId: ResidencyId
  gone: boolean
}) {
  const flags = statusFlags({ ...command, stuck: command.stuck !== '' })
  const quiet = command.word === 'not started' && !command.promise
  const [open, setOpen] = useState(false)
  const runs = command.runs.filter((run) => !run.idle)
  return (
    <Block id={command.id}>
      <Title>
        <h3>
          <Link href={`/dogs/${residencyId}/commands/${command.id}`}>{command.name}</Link>
        </h3>
        <Word data-person={command.word === 'slipping'} data-held={command.word === 'held'}>
          {statusLabels[command.word]}
          {command.figures && ` ${command.figures}`}
          {flags.length > 0 && <em data-person={command.stuck !== ''}>, {flags.join(', ')}</em>}
        </Word>
        {!quiet && <Line line={command.line} size="row" />}
        {!gone && (
          <ButtonLink href={`/dogs/${residencyId}/work/${command.id}`} aria-label={`Work ${command.name}`}>
            Work
          </ButtonLink>
        )}
      </Title>
      {!quiet && (
        <>
          <div className="next">
            {command.next}{' '}
            <Why>
              {command.stuck && <p>{command.stuck}</p>}
              <p>
                {command.reps} reps
                {command.cleanShare !== undefined && `, ${percent(command.cleanShare)} clean`}. {command.memory}
              </p>
              {command.caution && <p>{command.caution}</p>}
              {command.promise && (
                <ul>
                  {command.promise.lines.map((l) => (
                    <li key={l.text}>
                      {l.done ? '✓' : '–'} {l.text}
                    </li>
                  ))}
                </ul>
              )}
            </Why>
          </div>
          <More type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Hide rungs' : 'Rungs'}
          </More>
          {runs.map((run) => (
            <Run key={run.id} data-open={open}>
              {runs.length > 1 && <h4>{run.name}</h4>}
              <ol>
                {run.rungs.map((rung) => (
                  <Peg key={rung.id} rung={rung} />
                ))}
              </ol>
            </Run>
          ))}
        </>
      )}
    </Block>
  )
}

function Peg({ rung }: { rung: RungView }) {
  const { sayDay } = useWhen()
  const detail =
    `${rung.criterion}; ${rung.rule}; ` +
    `${rung.counts}${rung.heldSince ? `; ${rungLabels.held} since ${sayDay(rung.heldSince)}` : ''}` +
    (rung.shut ? `. ${rung.shut}` : '')
  return (
    <PegCell
      data-mark={rung.mark}
      data-promised={rung.promised}
      title={detail}
      aria-current={rung.mark === 'in hand' ? 'step' : undefined}
    >
      {rung.name}
      <span className="unseen">
        : {rungLabels[rung.mark]}
        {rung.promised ? ', promised' : ''}. {detail}
      </span>
      {rung.mark === 'slipped' && <small aria-hidden="true">{rungLabels.slipped}</small>}
      {rung.promised && <small aria-hidden="true">promised</small>}
      {rung.mark === 'in hand' && !rung.promised && <small aria-hidden="true">{rungLabels['in hand']}</small>}
    </PegCell>
  )
}

const Aside = styled.p`
  color: var(--ink-2);
  margin-top: 1.2rem;
  font-size: var(--t-2);
`
const Block = styled.article`
  border-bottom: 1px solid var(--rule);
  padding: 0.55rem 0 0.7rem;
  .next {
    color: var(--ink-2);
    margin-top: 0.1rem;
  }
  ul {
    margin: 0.2rem 0 0;
    padding: 0;
    list-style: none;
  }
`
const Title = styled.div`
  display: grid;
  grid-template-columns: 7.5rem 13rem 1fr auto;
  align-items: center;
  gap: var(--s-3) var(--s-5);
  h3 {
    font-size: var(--t-5);
    a {
      min-height: 0;
      padding: 0;
    }
  }
  a {
    min-height: var(--touch-small);
    padding: 0.1rem 0.8rem;
  }
  ${phone} {
    grid-template-columns: 1fr auto;
    > svg {
      grid-column: 1 / -1;
    }
    a {
      grid-row: 1;
      grid-column: 2;
      min-height: var(--touch);
    }
  }
`
const Word = styled.span`
  font-weight: 620;
  &[data-person='true'] {
    color: var(--person);
  }
  &[data-held='true'] {
    color: var(--held);
  }
  em {
    font-style: normal;
    font-weight: 480;
    color: var(--ink-2);
    &[data-person='true'] {
      color: var(--person);
    }
  }
`
const More = styled.button`
  display: none;
  ${phone} {
    display: block;
    min-height: var(--touch);
    padding: 0;
    border: 0;
    background: none;
    color: var(--ink-2);
    text-decoration: underline;
    text-underline-offset: 0.2em;
    cursor: pointer;
  }
`
const Run = styled.div`
  margin-top: 0.35rem;
  ${phone} {
    &[data-open='false'] {
      display: none;
    }
  }
  h4 {
    margin: 0;
    font-size: var(--t-2);
    font-weight: 560;
    color: var(--ink-2);
  }
  ol {
    list-style: none;
    margin: 0.3rem 0 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(4.9rem, 1fr));
    row-gap: var(--s-3);
  }
`
const PegCell = styled.li`
  position: relative;
  padding: 0.55rem 0.3rem 0 0.4rem;
  font-size: var(--t-1);
  text-align: right;
  line-height: 1.15;
  color: var(--ink-2);
  border-top: 1.5px dotted var(--rule-2);
  overflow-wrap: anywhere;
  &::after {
    content: '';
    position: absolute;
    right: 0.15rem;
    top: -0.35rem;
    height: 0.65rem;
    border-right: 1.5px solid var(--rule-2);
  }
  small {
    display: block;
    font-size: var(--t-1);
  }
  &[data-mark='held'] {
    border-top: 4px solid var(--held);
    color: var(--ink);
    &::after {
      border-color: var(--held);
    }
  }
  &[data-mark='passed'] {
    border-top: 2px solid var(--ink);
    color: var(--ink);
  }
  &[data-mark='in hand'] {
    color: var(--ink);
    font-weight: 680;
    &::after {
      width: 0.75rem;
      height: 0.75rem;
      border: 2px solid var(--ink);
      border-radius: 50%;
      background: var(--paper);
      top: -0.45rem;
    }
  }
  &[data-mark='slipped'] {
    border-top: 3px solid transparent;
    color: var(--person);
    font-weight: 620;
    &::before {
      content: '';
      position: absolute;
      left: 0;
      right: 0.2rem;
      top: -0.1rem;
      height: 0.6rem;
      border-bottom: 3px solid var(--person);
      border-radius: 0 0 60% 40%;
    }
  }
  &[data-promised='true'] small:last-child {
    color: var(--ink);
    font-weight: 680;
    border-right: 3px solid var(--ink);
    padding-right: 0.3rem;
    display: inline-block;
  }
`
