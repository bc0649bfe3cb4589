'use client'
import styled from 'styled-components'
import type { WrittenWeek } from '@/core/demonstration/homeworkChange'
import { Choose } from '@/ui/Choose'
import { Quiet } from '@/ui/press'
import { desk } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { AfterView } from '@/work/page/after'
import { unbroken } from '@/core/wording'
import { SaveBoth } from '../SaveBoth'
import { useAction } from '../useAction'
import { AddLine, ChangeLine, ChangePlace, NoteToOwner, type Keep } from './ChangeHomework'
import type { AfterDeeds } from './deeds'

/** The weeks at home, side by side: what is practiced, for how long, where, and how it is paid. */
export function HomeworkBoard({ view, keep: send }: { view: AfterView; keep: AfterDeeds['keep'] | undefined }) {
  const { sayMoment } = useWhen()
  const action = useAction()
  const { homework, change, resident } = view
  const [newest] = view.versions
  const keep: Keep = (next, after) => {
    if (send)
      action.send(
        () => send({ residencyId: resident.residencyId, from: view.versionId, change: { ...change, ...next } }),
        after,
        ({ from, change: both }) => send({ residencyId: resident.residencyId, from, change: both }),
      )
  }
  const may = send !== undefined
  const nothing = homework.weeks.every((w) => w.lines.length === 0)
  return (
    <section aria-labelledby="homework">
      <h2 id="homework">Homework</h2>
      {nothing ? (
        <p>{resident.name} holds nothing yet that could be practiced. Lines of your own can be added.</p>
      ) : (
        <p>
          {homework.signals} {homework.warmUp}
        </p>
      )}
      <SaveBoth told={action} />
      <Weeks data-weeks={homework.weeks.length}>
        {homework.weeks.map((week) => (
          <Week key={week.week} week={week} view={view} keep={may ? keep : undefined} pending={action.pending} />
        ))}
      </Weeks>
      <Rules>
        <Rule name="If something goes wrong" lines={homework.whenItFails} />
        <Rule name={`Call ${view.resident.name}’s trainer`} lines={homework.ringWhen} />
        <Rule name="Cautions" lines={homework.cautions} />
      </Rules>
      {homework.orphans.length > 0 && (
        <p>Notes saved for lines that are no longer made: {homework.orphans.map((o) => `“${o}”`).join(' ')}</p>
      )}
      {may && (
        <Own>
          <Choose
            label="Weeks"
            value={String(change.weeks)}
            onChange={(w) => keep({ weeks: w === '5' ? 5 : 4 })}
            choices={[
              { id: '4', name: 'four' },
              { id: '5', name: 'five' },
            ]}
          />
          <Choose
            label="Walked on"
            value={change.bothSides ? 'both' : 'one'}
            onChange={(sides) => keep({ bothSides: sides === 'both' })}
            choices={[
              { id: 'one', name: 'the dog’s own side' },
              { id: 'both', name: 'both sides, from week 3' },
            ]}
          />
          <NoteToOwner view={view} keep={keep} pending={action.pending} />
          <AddLine change={change} keep={keep} pending={action.pending} />
          {homework.dropped.length > 0 && (
            <p>
              Left out:{' '}
              {homework.dropped.map((d) => (
                <Quiet
                  key={d.id}
                  isPending={action.pending}
                  aria-label={`Put back week ${d.week}: ${d.title}`}
                  onPress={() => keep({ dropped: change.dropped.filter((x) => x !== d.id) })}
                >
                  week {d.week}: {d.title}, put back
                </Quiet>
              ))}
            </p>
          )}
        </Own>
      )}
      {homework.note !== '' && (
        <p>
          <b>{homework.note}</b>
        </p>
      )}
      {newest && (
        <Small>
          Version {view.versions.length}, {newest.by}, {sayMoment(newest.at, view.timeZone)}. What was written stays
          when the rest is made again.
        </Small>
      )}
    </section>
  )
}

function Week({
  week,
  view,
  keep,
  pending,
}: {
  week: WrittenWeek
  view: AfterView
  keep: Keep | undefined
  pending: boolean
}) {
  const over = week.minutes - view.minutesADay
  return (
    <div>
      <h3>
        Week {week.week} <small>{week.minutes} min a day</small>
      </h3>
      <p className="food">
        {week.foodWords} {week.also}
      </p>
      <p className="place">{week.place}</p>
      {keep && <ChangePlace week={week} view={view} keep={keep} pending={pending} />}
      {over > 0 && (
        <p className="over">
          {over} min a day more than the {view.minutesADay} that are meant.
        </p>
      )}
      <ul>
        {week.lines.map((line) => (
          <li key={line.id} data-written={line.written}>
            <b>{line.title}</b> <small>{line.minutes} min</small>
            <p>{unbroken(line.words)}</p>
            {keep && <ChangeLine line={line} week={week} view={view} keep={keep} pending={pending} />}
          </li>
        ))}
      </ul>
    </div>
  )
}

const Rule = ({ name, lines }: { name: string; lines: readonly string[] }) => (
  <div>
    <h3>{name}</h3>
    <ul>
      {lines.map((l) => (
        <li key={l}>{l}</li>
      ))}
    </ul>
  </div>
)

/** The weeks hang on one cord, a peg each. */
const Weeks = styled.div`
  display: grid;
  gap: var(--s-6);
  margin: var(--s-5) 0;
  h3 {
    font-size: var(--t-5);
    small {
      font-weight: 420;
      font-size: var(--t-2);
      color: var(--ink-2);
    }
  }
  > div {
    border-top: 3px solid var(--held);
    padding-top: 0.7rem;
    position: relative;
    min-width: 0;
    &::before {
      content: '';
      position: absolute;
      top: -8px;
      left: 0;
      width: 13px;
      height: 13px;
      border: 3px solid var(--held);
      border-radius: 50%;
      background: var(--ground);
      box-sizing: border-box;
    }
  }
  .food {
    font-weight: 600;
  }
  .place {
    color: var(--ink-2);
  }
  .over {
    color: var(--person);
    font-weight: 600;
  }
  ul {
    list-style: none;
    margin: 0.5rem 0 0;
    padding: 0;
    display: grid;
    gap: var(--s-4);
  }
  li[data-written='true'] > p {
    border-left: 3px solid var(--ink);
    padding-left: 0.5rem;
  }
  li p {
    font-size: var(--t-3);
    overflow-wrap: anywhere;
  }
  ${desk} {
    gap: 0;
    grid-template-columns: repeat(4, minmax(0, 1fr));
    > div {
      padding-right: 1.1rem;
    }
    &[data-weeks='5'] {
      grid-template-columns: repeat(5, minmax(0, 1fr));
    }
  }
`
const Rules = styled.div`
  display: grid;
  gap: var(--s-6);
  margin: var(--s-6) 0 var(--s-5);
  h3 {
    font-size: var(--t-4);
  }
  ul {
    margin: 0.2rem 0 0;
    padding-left: 1.1rem;
  }
  ${desk} {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
`
const Own = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-5);
  align-items: start;
`
const Small = styled.p`
  color: var(--ink-2);
  font-size: var(--t-2);
  margin-top: var(--s-3);
`
