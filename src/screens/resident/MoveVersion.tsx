'use client'
import { useRouter } from 'next/navigation'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { Choose } from '@/ui/Choose'
import { Wrong } from '@/ui/fieldParts'
import { Button, ButtonLink } from '@/ui/press'
import { Table } from '@/ui/Table'
import { OfficePage } from '@/ui/Page'
import type { VersionChoice } from '@/work/page/moveVersion'
import type { Told } from '../told'
import type { ResidencyId } from '@/core/ids'

/** How much of what the dog has met goes along. */
const keptText = (kept: number): string => {
  if (kept === 0) return 'No rung passed so far is in that version.'
  return kept === 1 ? 'One passed rung goes along.' : `${kept} passed rungs go along.`
}

/** Moves one dog to another version of the curriculum, after showing what changes for it. */
export function MoveVersion({
  dog,
  residencyId,
  current,
  choices,
  move,
}: {
  dog: string
  residencyId: ResidencyId
  current: string
  choices: readonly VersionChoice[]
  move: (raw: unknown) => Promise<Told>
}) {
  const router = useRouter()
  const [wrong, setWrong] = useState('')
  const [pending, start] = useTransition()
  const [key, setKey] = useState(choices[0] ? `${choices[0].id} ${choices[0].version}` : '')
  const chosen = choices.find((c) => `${c.id} ${c.version}` === key)
  const send = () => {
    if (!chosen) return
    start(async () => {
      const answer = await move({ residencyId, curriculumId: chosen.id, version: chosen.version })
      if (answer.ok) router.push(`/dogs/${residencyId}`)
      else setWrong(answer.reason)
    })
  }
  return (
    <Page>
      <h1>{dog}: another version of the curriculum</h1>
      <p>
        Now on {current}. What was recorded keeps the version it was made under; the other version judges from the next
        rep on.
      </p>
      {choices.length === 0 ? (
        <p>There is no other version.</p>
      ) : (
        <>
          <Choose
            label="Version"
            value={key}
            onChange={setKey}
            choices={choices.map((c) => ({ id: `${c.id} ${c.version}`, name: `${c.name}, version ${c.version}` }))}
          />
          {chosen &&
            (chosen.changes.length === 0 ? (
              <p role="status">Nothing would stand otherwise for this dog.</p>
            ) : (
              <Table>
                <thead>
                  <tr>
                    <th scope="col">Command</th>
                    <th scope="col">Now</th>
                    <th scope="col">On version {chosen.version}</th>
                  </tr>
                </thead>
                <tbody>
                  {chosen.changes.map((c) => (
                    <tr key={c.command}>
                      <th scope="row">{c.command}</th>
                      <td>{c.before}</td>
                      <td>{c.after}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            ))}

          {chosen && <p>{keptText(chosen.kept)}</p>}
          {chosen && chosen.anew.length > 0 && (
            <>
              <h2>Starts again</h2>
              <ul>
                {chosen.anew.map((a) => (
                  <li key={`${a.command} ${a.was}`}>
                    {a.command} “{a.was}”: {a.becomes === undefined ? 'no longer there' : `“${a.becomes}” replaces it`}
                  </li>
                ))}
              </ul>
            </>
          )}

          <Wrong>{wrong}</Wrong>
          <div>
            <Button $now isPending={pending} onPress={send}>
              Move {dog}
            </Button>{' '}
            <ButtonLink href={`/dogs/${residencyId}`}>Keep this version</ButtonLink>
          </div>
        </>
      )}
    </Page>
  )
}

const Page = styled(OfficePage)`
  > div:nth-of-type(1),
  > div:nth-of-type(2) {
    max-width: 24rem;
  }
`
