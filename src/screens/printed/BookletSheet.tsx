'use client'
import styled from 'styled-components'
import { minutesADay, nothingThisWeek } from '@/core/demonstration/practice'
import { Button, ButtonLink, FileLink } from '@/ui/press'
import { phone } from '@/ui/theme'
import { useSheets } from '@/ui/ways'
import type { Booklet } from '@/work/page/booklet'
import { PrintPage, Tools } from './parts'

/** What goes home with the owner, as it is printed: from the browser here, or from the PDF. */
export function BookletSheet({ booklet }: { booklet: Booklet }) {
  const sheets = useSheets()
  const { homework } = booklet
  const address = `/dogs/${booklet.residencyId}`
  return (
    <PrintPage>
      <Tools>
        <Button onPress={() => window.print()}>Print</Button>
        <FileLink href={`${address}/booklet.pdf?size=half`}>As PDF, {sheets.half}</FileLink>
        <FileLink href={`${address}/booklet.pdf?size=whole`}>As PDF, {sheets.whole}</FileLink>
        <ButtonLink href={`${address}/demonstration/after`}>Homework</ButtonLink>
      </Tools>
      <Paper>
        <h1>{booklet.name} at home</h1>
        <p>
          for {booklet.owner}, from {booklet.kennel}
          {booklet.shownSays !== '' && `. ${booklet.shownSays}`}
        </p>
        {booklet.instead.map((line) => (
          <p key={line}>{line}</p>
        ))}
        {homework.note !== '' && (
          <p>
            <b>{homework.note}</b>
          </p>
        )}
        <h2>Words and signals</h2>
        <table>
          <thead>
            <tr>
              <th scope="col">For</th>
              <th scope="col">Word</th>
              <th scope="col">Signal</th>
            </tr>
          </thead>
          <tbody>
            {booklet.words.map((w) => (
              <tr key={w.command}>
                <th scope="row">{w.command}</th>
                <td>{w.word === '' ? '' : `“${w.word}”`}</td>
                <td>{w.signal}</td>
              </tr>
            ))}
            {booklet.also.map(({ label, said }) => (
              <tr key={label}>
                <th scope="row">{label}</th>
                <td colSpan={2}>{said}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {booklet.shown.length > 0 && (
          <>
            <h2>What was shown</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">What</th>
                  <th scope="col">with your trainer</th>
                  <th scope="col">with you</th>
                </tr>
              </thead>
              <tbody>
                {booklet.shown.map((s, i) => (
                  <tr key={i}>
                    <th scope="row">{s.title}</th>
                    <td>{s.trainer}</td>
                    <td>{s.owner}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </>
        )}
        <h2>Every day</h2>
        <p>
          {booklet.everyDay} {homework.signals} {homework.warmUp}
        </p>
        {homework.weeks.map((week) => (
          <section key={week.week} aria-label={`Week ${week.week}`}>
            <h2>Week {week.week}</h2>
            <p>
              <b>{week.place}</b> {week.foodWords}
            </p>
            {week.lines.length === 0 && <p>{nothingThisWeek}</p>}
            {week.lines.map((line) => (
              <div key={line.title}>
                <h3>
                  {line.title}, {minutesADay(line.minutes)}
                </h3>
                <p>{line.words}</p>
                <Boxes aria-hidden="true">
                  {[1, 2, 3, 4, 5, 6, 7].map((d) => (
                    <i key={d} />
                  ))}
                </Boxes>
              </div>
            ))}
            {week.also !== '' && <p>{week.also}</p>}
          </section>
        ))}
        <Points title="If something goes wrong" points={homework.whenItFails} />
        <Points title="Cautions" points={homework.cautions} />
        <Points title="Call" points={homework.ringWhen}>
          {booklet.ring}
        </Points>
      </Paper>
    </PrintPage>
  )
}

const Points = ({ title, points, children }: { title: string; points: readonly string[]; children?: string }) => (
  <section aria-label={title}>
    <h2>{title}</h2>
    {children !== undefined && (
      <p>
        <b>{children}</b>
      </p>
    )}
    <ul>
      {points.map((p) => (
        <li key={p}>{p}</li>
      ))}
    </ul>
  </section>
)

/** Looks as it will be printed, whatever colors the screen has. */
const Paper = styled.article`
  max-width: 44rem;
  padding: 2rem 2.2rem;
  background: #fff;
  color: #10302a;
  border: 1px solid #7d9389;
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-5);
    margin-top: 1rem;
    padding-top: 0.3rem;
    border-top: 1px solid #7d9389;
    break-after: avoid;
  }
  h3 {
    font-size: var(--t-3);
    margin-top: 0.5rem;
  }
  table {
    width: 100%;
    border-collapse: collapse;
    table-layout: fixed;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 0.1rem 0.4rem 0.1rem 0;
    overflow-wrap: anywhere;
  }
  thead th {
    font-weight: 420;
    color: #3d5a52;
  }
  ul {
    margin: 0.2rem 0;
    padding-left: 1.2rem;
  }
  section > div,
  tr,
  li {
    break-inside: avoid;
  }
  ${phone} {
    padding: 1rem 0.8rem;
  }
  @media print {
    max-width: none;
    border: 0;
    padding: 0;
  }
`
const Boxes = styled.div`
  display: flex;
  gap: var(--s-4);
  margin-top: 0.25rem;
  i {
    width: 0.95rem;
    height: 0.95rem;
    border: 1.2px solid #10302a;
  }
`
