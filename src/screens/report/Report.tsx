'use client'
import { Link } from '@/ui/link'
import { useState } from 'react'
import styled from 'styled-components'
import { reportFields, reportParts, reportTyped } from '@/core/views/reportForm'
import { Line } from '@/ui/Line'
import { Wrong } from '@/ui/fieldParts'
import { Beside, OfficePage } from '@/ui/Page'
import { Button, FileLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useWhen } from '@/ui/ways'
import type { ReportPage } from '@/work/page/report'
import { List } from '@/ui/List'
import { DogHead } from '../DogHead'
import { May } from '../shell/may'
import type { Told } from '../told'
import { SpecForm } from '../form/SpecForm'
import type { FormAction } from '../form/state'
import { useJustKept } from '../form/useJustKept'
import { useAction } from '../useAction'

/** A week’s report for the owner: as it reads, and its words to change. */
export function Report({
  page,
  keep,
  tickNote,
}: {
  page: ReportPage
  keep: FormAction
  tickNote: (raw: unknown) => Promise<Told>
}) {
  const { sayMoment, sayDay } = useWhen()
  const { resident, week, kept } = page
  const [keepNow, justKept] = useJustKept(keep)
  const address = `/dogs/${resident.residencyId}/report`
  return (
    <OfficePage>
      <DogHead resident={resident} title={`Week ${week.number} for ${resident.ownerName}`}>
        <nav aria-label="Weeks">
          {page.weeks.map((w, i) => (
            <span key={w.number}>
              {i > 0 && ' · '}
              {w.number === week.number ? (
                <b aria-current="page">week {w.number}</b>
              ) : (
                <Link href={`${address}?week=${w.number}`}>week {w.number}</Link>
              )}
            </span>
          ))}
        </nav>
      </DogHead>
      <Beside>
        <Sheet aria-label="What the owner reads">
          <h2>
            {resident.name}, {sayDay(week.from)} to {sayDay(week.to)}
          </h2>
          {reportParts
            .filter((p) => p !== 'closing' && page.texts[p] !== '')
            .map((p) => (
              <p key={p}>{page.texts[p]}</p>
            ))}
          <Lines page={page} />
          <p>{page.texts.closing}</p>
          <FileLink href={`/dogs/${resident.residencyId}/report.pdf?week=${week.number}`}>As a PDF</FileLink>
        </Sheet>
        <May least="trainer">
          <section aria-labelledby="words">
            <Ticks page={page} tick={tickNote} />
            <h2 id="words">Wording</h2>
            <p>
              {kept
                ? `Written by ${kept.by}, ${sayMoment(kept.at, page.timeZone)}. Facts that came later are not included.`
                : 'Made from what was recorded. Save it when it reads the way you would say it.'}
            </p>
            <Words key={`${week.number} ${page.version}`} page={page} keep={keepNow} justKept={justKept} />
          </section>
        </May>
      </Beside>
    </OfficePage>
  )
}

/** The notes of the week, each to be ticked for the owner. */
function Ticks({ page, tick }: { page: ReportPage; tick: (raw: unknown) => Promise<Told> }) {
  const { sayMoment } = useWhen()
  const { send, wrong, pending } = useAction()
  const { residencyId } = page.resident
  if (page.notes.length === 0) return null
  return (
    <>
      <h2>Notes of the week</h2>
      <p>
        {page.kept
          ? 'Tick what the owner may read, then write the report from the records again.'
          : 'Check what the owner may read. It goes into the report.'}
      </p>
      <Wrong>{wrong}</Wrong>
      <Notes>
        {page.notes.map((n) => (
          <li key={n.id}>
            <label>
              <input
                type="checkbox"
                checked={n.shared}
                disabled={pending}
                onChange={() => send(() => tick({ residencyId, noteId: n.id, shared: !n.shared }))}
              />
              <span>
                {n.text}{' '}
                <small>
                  {n.by}, {sayMoment(n.at, page.timeZone)}
                </small>
              </span>
            </label>
          </li>
        ))}
      </Notes>
    </>
  )
}

function Lines({ page }: { page: ReportPage }) {
  if (page.lines.length === 0) return null
  return (
    <Picture aria-label="How far each command came">
      {page.lines.map((line) => (
        <li key={line.name}>
          <b>{line.name}</b>
          <span className="was" title="at the beginning of the week">
            <Line line={line.before} size="row" />
          </span>
          <Line line={line.now} size="row" />
          <span>{line.said}</span>
        </li>
      ))}
    </Picture>
  )
}

/** The report’s texts, to be written over; and as the records say it, where it was written over. */
function Words({ page, keep, justKept }: { page: ReportPage; keep: FormAction; justKept: boolean }) {
  const [again, setAgain] = useState(0)
  const { residencyId } = page.resident
  return (
    <SpecForm
      key={again}
      action={keep}
      fields={reportFields}
      values={reportTyped(again > 0 ? page.made : page.texts)}
      read={reportTyped(page.texts)}
      hidden={{ residencyId, from: page.week.from, to: page.week.to }}
      submit="Save report"
      justKept={justKept && again === 0}
      isMain={false}
    >
      {page.kept && <Button onPress={() => setAgain(again + 1)}>From the facts again</Button>}
    </SpecForm>
  )
}

const Sheet = styled.section`
  background: var(--paper);
  border: 1.5px solid var(--ink);
  padding: 1.4rem 1.6rem;
  display: grid;
  gap: var(--s-5);
  justify-items: start;
  p {
    max-width: 62ch;
    white-space: pre-line;
    overflow-wrap: anywhere;
  }
`
const Picture = styled(List)`
  display: grid;
  gap: var(--s-3);
  li {
    display: grid;
    grid-template-columns: 7rem auto auto;
    column-gap: var(--s-5);
    align-items: center;
  }
  .was {
    opacity: 0.55;
  }
  li > :nth-child(n + 3) {
    grid-column: 2;
  }
  li > :last-child {
    grid-column: 3;
    grid-row: 1 / span 2;
  }
  ${phone} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
    li > :nth-child(n),
    li > :last-child {
      grid-column: 1;
      grid-row: auto;
    }
  }
  svg {
    max-width: 100%;
  }
`
const Notes = styled(List)`
  margin: var(--s-3) 0 var(--s-6);
  label {
    display: flex;
    gap: var(--s-4);
    align-items: flex-start;
    min-height: var(--touch-small);
    cursor: pointer;
  }
  input {
    width: 1.2rem;
    height: 1.2rem;
    flex: none;
    margin-top: 0.15rem;
  }
  span {
    overflow-wrap: anywhere;
  }
  small {
    color: var(--ink-2);
  }
`
