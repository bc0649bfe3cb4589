'use client'
import styled from 'styled-components'
import { useWhen } from '@/ui/ways'
import type { PaperView } from '@/work/page/paper'

/** Design choice: two sets of each thing have room on a sheet. */
const setsEach = 2

/** The sheet for the pocket: every dog by run, what to work on, and boxes for the marks. */
export function Sheets({ view }: { view: PaperView }) {
  const { sayDay } = useWhen()
  return (
    <Sheet aria-label="Sheet to print">
      <header>
        <b>{sayDay(view.today)}</b>{' '}
        <span>
          C clean, H helped, L late, M miss; behind an M the second of the break. Who: ________ Where: ____________
        </span>
      </header>
      {view.dogs.map((dog) => (
        <Dog key={dog.residencyId}>
          <h3>
            <b>{dog.runNumber}</b> {dog.name} <small>{dog.release}</small>
          </h3>
          {dog.cautions && <p>{dog.cautions}</p>}
          {dog.sheet.length === 0 && <p>{dog.paused === '' ? 'Nothing to work today.' : dog.paused}</p>}
          {dog.sheet.map((row) => (
            <Row key={row.command}>
              <span>
                <b>{row.command}</b> {row.rung}
                <small>{row.criterion}</small>
              </span>
              {Array.from({ length: setsEach }, (_, s) => (
                <Boxes key={s} aria-hidden="true">
                  {Array.from({ length: Math.min(10, row.reps) }, (_, i) => (
                    <i key={i} />
                  ))}
                </Boxes>
              ))}
            </Row>
          ))}
        </Dog>
      ))}
    </Sheet>
  )
}

const Sheet = styled.section`
  margin-top: 1rem;
  header {
    border-bottom: 2px solid var(--ink);
    padding-bottom: 0.3rem;
    margin-bottom: 0.4rem;
    font-size: var(--t-3);
  }
  @media print {
    margin: 0;
    font-size: 9.5pt;
  }
`
const Dog = styled.section`
  border-bottom: 1px solid var(--rule-2);
  padding: 0.35rem 0;
  break-inside: avoid;
  h3 {
    font-size: var(--t-5);
  }
  h3 b {
    font-size: var(--t-6);
  }
  h3 small {
    font:
      400 0.85rem 'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  p {
    font-weight: 620;
    color: var(--person);
    font-size: var(--t-2);
  }
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-2) var(--s-6);
  align-items: center;
  padding: 0.15rem 0;
  > span:first-child {
    flex: 1 1 12rem;
    font-size: var(--t-3);
  }
  small {
    display: block;
    color: var(--ink-2);
    font-size: var(--t-1);
  }
`
const Boxes = styled.span`
  display: inline-flex;
  gap: var(--s-1);
  i {
    width: 1.25rem;
    height: 1.25rem;
    border: 1.2px solid var(--ink);
    border-radius: 2px;
  }
`
