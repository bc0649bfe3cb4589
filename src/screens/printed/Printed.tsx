'use client'
import styled from 'styled-components'
import { Button, ButtonLink, FileLink } from '@/ui/press'
import { useSheets, useWays, useWhen } from '@/ui/ways'
import type { DoorCard, FeedingList, WordsView } from '@/work/page/printed'
import { Across, Table } from '@/ui/Table'
import { PrintPage, Tools } from './parts'

type CardView = Omit<DoorCard, 'photo'> & { readonly hasPhoto: boolean }

/** The card on a run's door, as large as it will be printed. */
export function Card({ card }: { card: CardView }) {
  const { sayDay } = useWhen()
  const { paper } = useWays()
  const sheets = useSheets()
  return (
    <PrintPage>
      <Tools>
        <Button onPress={() => window.print()}>Print</Button>
        <FileLink href={`/dogs/${card.residencyId}/card.pdf`}>As PDF, {sheets.card}</FileLink>
        <ButtonLink href={`/dogs/${card.residencyId}`}>Back to {card.name}</ButtonLink>
      </Tools>
      <DoorSheet data-paper={paper} aria-label={`Run-door card of ${card.name}`}>
        <header>
          <b>{card.run}</b>
          <div>
            <h1>{card.name}</h1>
            <p>
              {card.owner}’s, until {sayDay(card.until)}
            </p>
          </div>
          {card.hasPhoto && <img src={`/dogs/${card.residencyId}/photo`} alt="" width={84} height={84} />}
        </header>
        {card.cautions.length > 0 && (
          <ul className="caution">
            {card.cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        )}
        <dl className="words">
          <div>
            <dt>Release</dt>
            <dd>{card.release}</dd>
          </div>
          <div>
            <dt>Marker</dt>
            <dd>{card.marker}</dd>
          </div>
          <div>
            <dt>Side</dt>
            <dd>{card.side}</dd>
          </div>
        </dl>
        <dl className="lines">
          <div>
            <dt>Food</dt>
            <dd>{card.food}</dd>
          </div>
          {card.allergies.length > 0 && (
            <div data-person="true">
              <dt>Never</dt>
              <dd>{card.allergies.join(', ')}</dd>
            </div>
          )}
          {card.medicines.length > 0 && (
            <div>
              <dt>Medicine</dt>
              <dd>{card.medicines.join('; ')}</dd>
            </div>
          )}
          {card.notWith.length > 0 && (
            <div data-person="true">
              <dt>May not meet</dt>
              <dd>{card.notWith.join(', ')}</dd>
            </div>
          )}
        </dl>
        <ul className="cues">
          {card.cues
            .filter((c) => c.word !== '')
            .map((c) => (
              <li key={c.command}>
                <span>{c.command}</span> {c.own ? <b>“{c.word}”</b> : <>“{c.word}”</>}
              </li>
            ))}
        </ul>
        {card.houseCaution && <footer>{card.houseCaution}</footer>}
      </DoorSheet>
    </PrintPage>
  )
}

export function FeedingSheet({ list }: { list: FeedingList }) {
  const { sayDay } = useWhen()
  return (
    <PrintPage>
      <Tools>
        <Button onPress={() => window.print()}>Print</Button>
        <FileLink href="/bowls/list.pdf">As PDF</FileLink>
        <ButtonLink href="/bowls">Feeding</ButtonLink>
      </Tools>
      <h1>Feeding list, {sayDay(list.today)}</h1>
      <p>
        {list.kennel}. {list.meals}. {list.caution}
      </p>
      <Across label="The list">
        <Printed>
          <thead>
            <tr>
              <th>Run</th>
              <th>Dog</th>
              <th>Food</th>
              <th>Day</th>
              <th>Training</th>
              <th>Owed</th>
              <th>Mind</th>
            </tr>
          </thead>
          <tbody>
            {list.rows.map((r) => (
              <tr key={`${r.run} ${r.name}`}>
                <th>{r.run}</th>
                <th>{r.name}</th>
                <td>{r.feed}</td>
                <td>{r.ration}</td>
                <td>{r.training}</td>
                <td>{r.bowl}</td>
                <td>{r.notes}</td>
              </tr>
            ))}
          </tbody>
        </Printed>
      </Across>
    </PrintPage>
  )
}

export function Words({ view }: { view: WordsView }) {
  const { sayDay } = useWhen()
  return (
    <PrintPage>
      <Tools>
        <Button onPress={() => window.print()}>Print</Button>
        <FileLink href="/words/list.pdf">As PDF</FileLink>
        <ButtonLink href="/coming">Days</ButtonLink>
      </Tools>
      <h1>Cue words, {sayDay(view.today)}</h1>
      <p>
        The kennel’s words: {view.house.map((c) => `${c.command} “${c.word}”`).join(', ')}. Below, what each dog has of
        its own.
      </p>
      <Across label="The list">
        <Printed>
          <thead>
            <tr>
              <th>Run</th>
              <th>Dog</th>
              <th>Release</th>
              <th>Marker</th>
              <th>Side</th>
              <th>Words of this dog</th>
            </tr>
          </thead>
          <tbody>
            {view.dogs.map((d) => (
              <tr key={d.residencyId}>
                <th>{d.run}</th>
                <th>{d.name}</th>
                <td>{d.release}</td>
                <td>{d.marker}</td>
                <td>{d.side}</td>
                <td>
                  {d.cues
                    .filter((c) => c.own)
                    .map((c) => `${c.command}: ${c.word}${c.signal ? ` (${c.signal})` : ''}`)
                    .join('; ') || 'the kennel’s'}
                </td>
              </tr>
            ))}
          </tbody>
        </Printed>
      </Across>
    </PrintPage>
  )
}

const DoorSheet = styled.article`
  width: 105mm;
  max-width: 100%;
  min-height: 148mm;
  &[data-paper='Letter'] {
    width: 4in;
    min-height: 6in;
  }
  padding: 5mm;
  background: #fff;
  color: #10302a;
  border: 2px solid #10302a;
  display: flex;
  flex-direction: column;
  gap: 2.5mm;
  header {
    display: flex;
    gap: 4mm;
    align-items: center;
    > b {
      font:
        760 var(--t-10)/0.9 'Hepta Slab Variable',
        serif;
    }
    h1 {
      font-size: var(--t-8);
    }
    p {
      color: #3d5851;
      font-size: var(--t-2);
    }
    img {
      margin-left: auto;
      object-fit: cover;
    }
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .caution {
    border-left: 5px solid #7d1d60;
    padding-left: 3mm;
    color: #7d1d60;
    font-weight: 680;
  }
  dl {
    margin: 0;
  }
  .words {
    display: grid;
    grid-template-columns: 1fr 1fr 1fr;
  }
  dt {
    color: #3d5851;
    font-size: var(--t-1);
  }
  dd {
    margin: 0;
    font-weight: 640;
  }
  .words dd {
    font-size: var(--t-6);
  }
  .lines > div {
    display: grid;
    grid-template-columns: 5.2rem 1fr;
    align-items: baseline;
  }
  .lines [data-person='true'] dd {
    color: #7d1d60;
  }
  .cues {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--s-1) var(--s-6);
    font-size: var(--t-2);
  }
  .cues span {
    color: #3d5851;
  }
  footer {
    margin-top: auto;
    font-size: var(--t-1);
    color: #3d5851;
    border-top: 1px solid #b4c3b9;
    padding-top: 1.5mm;
  }
`
const Printed = styled(Table)`
  width: 100%;
  font-size: inherit;
  tr {
    break-inside: avoid;
  }
`
