'use client'
import { useRouter } from 'next/navigation'
import { useMemo, useReducer, useRef, useTransition, type Dispatch } from 'react'
import styled from 'styled-components'
import { lookedAt, openDraft, reduceDraft, type DraftAction, type DraftState } from '@/core/curriculum/draft'
import { rungOf } from '@/core/curriculum/edit'
import { checkCurriculum, readCurriculum, toFile } from '@/core/curriculum/read'
import type { CurriculumFile, RungFile } from '@/core/curriculum/schema'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { Button, ButtonLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { WidePage, PageHead } from '@/ui/Page'
import type { DraftKept, Published } from '@/work/actions/curriculum'
import type { DraftPage } from '@/work/page/curriculum'
import type { Told } from '../told'
import { CommandForm } from './CommandForm'
import { Faults } from './Faults'
import { RungForm } from './RungForm'
import { Rungs } from './Rungs'

export interface EditorActions {
  readonly save: (raw: unknown) => Promise<DraftKept>
  readonly publish: (raw: unknown) => Promise<Published>
  readonly discard: () => Promise<Told>
}

type CommandFile = CurriculumFile['commands'][number]

/** The draft of the curriculum: rungs in order, each with its form, and what is wrong with the whole. */
export function Editor({ page, actions }: { page: DraftPage; actions: EditorActions }) {
  const router = useRouter()
  const [draft, act] = useReducer(reduceDraft, page, (p) => openDraft(p.file, p.revision))
  const [pending, start] = useTransition()
  const { file } = draft
  const checked = useMemo(() => checkCurriculum(file), [file])
  const faults = checked.ok ? [] : checked.faults
  const { command, run, rung } = lookedAt(draft)
  const goTo = (id: string) => act({ do: 'go to fault', id })

  const drop = (then: () => void) =>
    start(async () => {
      const done = await actions.discard()
      if (done.ok) then()
      else act({ do: 'say', text: done.reason })
    })
  const save = () =>
    start(async () => {
      const done = await actions.save({ text: JSON.stringify(file), revision: draft.revision })
      act(done.ok ? { do: 'saved', file, revision: done.revision } : { do: 'say', text: done.reason })
    })
  const publish = () =>
    start(async () => {
      const done = await actions.publish({ text: JSON.stringify(file) })
      if (done.ok) router.push('/curriculum')
      else act({ do: 'refuse publishing', faults: done.faults })
    })
  if (!command || !run || !rung)
    return (
      <p>
        This draft has no rungs. <Quiet onPress={() => drop(() => router.refresh())}>Discard it</Quiet>
      </p>
    )
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Curriculum draft</h1>
          <p>
            From {page.basedOn}. Once published, it is the kennel’s next version. New residencies begin on it. Others
            keep theirs until someone moves them.
          </p>
        </div>
        <Tools>
          <Button isPending={pending} isDisabled={draft.saved} onPress={save}>
            {draft.saved ? 'Saved' : 'Save draft'}
          </Button>
          <Import act={act} />
          <Button onPress={() => drop(() => window.location.assign('/curriculum'))}>Discard draft</Button>
          <ButtonLink href="/curriculum">Preview</ButtonLink>
        </Tools>
      </PageHead>
      <p role="status" className="told">
        {draft.said}
      </p>
      {draft.refused.length > 0 && <Faults faults={draft.refused} title="Refused" onGo={goTo} />}
      {faults.length > 0 ? (
        <Faults
          faults={faults}
          title={`${faults.length} ${faults.length === 1 ? 'thing keeps' : 'things keep'} it from being published`}
          onGo={goTo}
        />
      ) : (
        <p className="fine">No faults found.</p>
      )}
      <Publish>
        <Button $now isPending={pending} isDisabled={faults.length > 0} onPress={publish}>
          Publish as the next version
        </Button>
      </Publish>
      <Columns>
        <Ladder draft={draft} faults={faults} act={act} command={command} run={run} rung={rung} />
        <div>
          <Disclosed says="The command: cue, signal, faults, cautions, other methods">
            <CommandForm
              key={command.id}
              command={command}
              onChange={(next) => act({ do: 'write command', command: next })}
            />
          </Disclosed>
          <RungForm
            key={rung.id}
            rung={rung}
            gates={file.gates ?? []}
            all={file.commands.flatMap((c) =>
              c.runs.flatMap((r) => r.rungs.map((g) => ({ id: g.id, name: `${c.name}: ${g.name}` }))),
            )}
            faults={faults.filter((f) => rungOf(f.where) === rung.id)}
            onChange={(next) => act({ do: 'write rung', rung: next })}
          />
        </div>
      </Columns>
    </Page>
  )
}

/** Takes a curriculum file into the draft, whole or not at all. */
function Import({ act }: { act: Dispatch<DraftAction> }) {
  const picker = useRef<HTMLInputElement>(null)
  const take = async (chosen: Blob) => {
    const read = readCurriculum(await chosen.text())
    act(read.ok ? { do: 'take in', file: toFile(read.curriculum) } : { do: 'refuse file', faults: read.faults })
  }
  return (
    <>
      <Button onPress={() => picker.current?.click()}>Import JSON</Button>
      <input
        ref={picker}
        type="file"
        accept="application/json,.json"
        hidden
        aria-label="Curriculum file"
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) void take(chosen)
          e.target.value = ''
        }}
      />
    </>
  )
}

/** Which ladder is looked at, and its rungs in order. */
function Ladder({
  draft: { file },
  faults,
  act,
  command,
  run,
  rung,
}: {
  draft: DraftState
  faults: readonly CurriculumFault[]
  act: Dispatch<DraftAction>
  command: CommandFile
  run: CommandFile['runs'][number]
  rung: RungFile
}) {
  return (
    <div>
      <Pick>
        <Choose
          label="Command"
          value={command.id}
          onChange={(id) => act({ do: 'choose command', id })}
          choices={file.commands.map((c) => ({ id: c.id, name: c.name }))}
        />
        {command.runs.length > 1 && (
          <Choose
            label="Ladder"
            value={run.id}
            onChange={(id) => act({ do: 'choose ladder', id })}
            choices={command.runs.map((r) => ({ id: r.id, name: r.name }))}
          />
        )}
      </Pick>
      <Rungs
        name={command.name}
        rungs={run.rungs}
        chosen={rung.id}
        faulty={new Set(faults.map((f) => rungOf(f.where)))}
        onChoose={(id) => act({ do: 'choose rung', id })}
        onMove={(ids, target, after) => act({ do: 'move rungs', ids, target, after })}
      />
      <Tools>
        <Button onPress={() => act({ do: 'step rung', by: -1 })}>Up</Button>
        <Button onPress={() => act({ do: 'step rung', by: 1 })}>Down</Button>
        <Button onPress={() => act({ do: 'add rung' })}>Add rung below</Button>
        <Button isDisabled={run.rungs.length < 2} onPress={() => act({ do: 'remove rung' })}>
          Remove rung
        </Button>
      </Tools>
    </div>
  )
}

const Page = styled(WidePage)`
  gap: var(--s-5);
  .told:empty {
    display: none;
  }
  .fine {
    color: var(--held);
    font-weight: 600;
  }
`
const Tools = styled.div`
  display: flex;
  gap: var(--s-3);
  flex-wrap: wrap;
  margin-top: 0.5rem;
`
const Publish = styled.div`
  display: grid;
  grid-template-columns: 15rem max-content;
  gap: var(--s-5);
  align-items: end;
  ${phone} {
    grid-template-columns: 1fr;
  }
`
const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: var(--s-9);
  align-items: start;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`
const Pick = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--s-4);
  margin-bottom: 0.5rem;
`
