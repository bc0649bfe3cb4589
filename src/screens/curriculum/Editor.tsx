'use client'
import { useRouter } from 'next/navigation'
import { useMemo, useRef, useState, useTransition } from 'react'
import styled from 'styled-components'
import { copied, moved, placeOf, rungOf, stepped, without, withRungs } from '@/core/curriculum/edit'
import { checkCurriculum, readCurriculum, toFile } from '@/core/curriculum/read'
import type { CurriculumFile, RungFile } from '@/core/curriculum/schema'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { Button, ButtonLink, Quiet } from '@/ui/press'
import { phone } from '@/ui/theme'
import { WidePage, PageHead } from '@/ui/Page'
import type { DraftKept, Published } from '@/work/do/curriculum'
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

type File = CurriculumFile
type CommandFile = File['commands'][number]

/** The draft of the curriculum: rungs in order, each with its form, and what is wrong with the whole. */
export function Editor({ page, actions }: { page: DraftPage; actions: EditorActions }) {
  const router = useRouter()
  const [file, setFile] = useState<File>(page.file)
  const [revision, setRevision] = useState(page.revision)
  const [saved, setSaved] = useState(true)
  const [commandId, setCommand] = useState(file.commands[0]?.id ?? '')
  const [runId, setRun] = useState(file.commands[0]?.runs[0]?.id ?? '')
  const [rungId, setRung] = useState(file.commands[0]?.runs[0]?.rungs[0]?.id ?? '')
  const [told, setTold] = useState('')
  const [wrong, setWrong] = useState<readonly CurriculumFault[]>([])
  const [pending, start] = useTransition()
  const picker = useRef<HTMLInputElement>(null)
  const checked = useMemo(() => checkCurriculum(file), [file])
  const faults = checked.ok ? [] : checked.faults
  const command = file.commands.find((c) => c.id === commandId) ?? file.commands[0]
  const run = command?.runs.find((r) => r.id === runId) ?? command?.runs[0]
  const rung = run?.rungs.find((r) => r.id === rungId) ?? run?.rungs[0]

  const drop = (then: () => void) => {
    start(async () => {
      const done = await actions.discard()
      if (done.ok) then()
      else setTold(done.reason)
    })
  }
  const change = (next: File) => {
    setFile(next)
    setSaved(false)
    setTold('')
  }
  const changeRungs = (to: (rungs: readonly RungFile[]) => readonly RungFile[]) => {
    if (command && run) change(withRungs(file, { command: command.id, run: run.id }, to))
  }
  const step = (by: 1 | -1) => {
    if (rung) changeRungs((rungs) => stepped(rungs, rung.id, by))
  }
  const addRung = () => {
    if (!rung || !run) return
    const [rungs, id] = copied(run.rungs, rung)
    changeRungs(() => rungs)
    setRung(id)
  }
  const removeRung = () => {
    const left = rung && run && without(run.rungs, rung.id)
    if (!left) return
    changeRungs(() => left[0])
    setRung(left[1])
    setTold(`“${rung.name}” is out of the draft. Undo by discarding the draft or loading the saved one.`)
  }
  const goTo = (where: string) => {
    const id = rungOf(where)
    const place = placeOf(file, id)
    if (!place) return
    setCommand(place.command)
    setRun(place.run)
    setRung(id)
  }
  const save = () => {
    start(async () => {
      const kept = await actions.save({ text: JSON.stringify(file), revision })
      setRevision(kept.ok ? kept.revision : revision)
      setSaved(kept.ok)
      setTold(kept.ok ? 'Draft saved.' : kept.reason)
    })
  }
  const publish = () => {
    start(async () => {
      const done = await actions.publish({ text: JSON.stringify(file) })
      if (done.ok) router.push('/curriculum')
      else setWrong(done.faults)
    })
  }
  const importFile = (chosen: Blob) => {
    void chosen.text().then((text) => {
      const read = readCurriculum(text)
      if (!read.ok) {
        setWrong(read.faults)
        setTold('The file was refused whole; the draft is as it was.')
        return
      }
      setWrong([])
      change(toFile(read.curriculum))
      setTold('The file was taken into the draft. Save or publish it to keep it.')
    })
  }
  if (!command || !run || !rung)
    return (
      <p>
        This draft has no rungs.{' '}
        <Quiet
          onPress={() => {
            drop(() => {
              router.refresh()
            })
          }}
        >
          Discard it
        </Quiet>
      </p>
    )
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Curriculum draft</h1>
          <p>
            From {page.basedOn}. Published, it becomes the kennel’s next version: new residencies begin on it, others
            keep theirs until somebody moves them.
          </p>
        </div>
        <Tools>
          <Button isPending={pending} isDisabled={saved} onPress={save}>
            {saved ? 'Saved' : 'Save draft'}
          </Button>
          <Button
            onPress={() => {
              picker.current?.click()
            }}
          >
            Import JSON
          </Button>
          <input
            ref={picker}
            type="file"
            accept="application/json,.json"
            hidden
            aria-label="Curriculum file"
            onChange={(e) => {
              const chosen = e.target.files?.[0]
              if (chosen) importFile(chosen)
              e.target.value = ''
            }}
          />
          <Button
            onPress={() => {
              drop(() => {
                window.location.assign('/curriculum')
              })
            }}
          >
            Discard draft
          </Button>
          <ButtonLink href="/curriculum">Read it</ButtonLink>
        </Tools>
      </PageHead>
      <p role="status" className="told">
        {told}
      </p>
      {wrong.length > 0 && <Faults faults={wrong} title="Refused" onGo={goTo} />}
      {faults.length > 0 ? (
        <Faults
          faults={faults}
          title={`${faults.length} ${faults.length === 1 ? 'thing keeps' : 'things keep'} it from being published`}
          onGo={goTo}
        />
      ) : (
        <p className="fine">Nothing is wrong with it.</p>
      )}
      <Publish>
        <Button $now isPending={pending} isDisabled={faults.length > 0} onPress={publish}>
          Publish as the next version
        </Button>
      </Publish>
      <Columns>
        <div>
          <Pick>
            <Choose
              label="Command"
              value={command.id}
              onChange={(id) => {
                setCommand(id)
                const c: CommandFile | undefined = file.commands.find((x) => x.id === id)
                setRun(c?.runs[0]?.id ?? '')
                setRung(c?.runs[0]?.rungs[0]?.id ?? '')
              }}
              choices={file.commands.map((c) => ({ id: c.id, name: c.name }))}
            />
            {command.runs.length > 1 && (
              <Choose
                label="Run"
                value={run.id}
                onChange={(id) => {
                  setRun(id)
                  setRung(command.runs.find((r) => r.id === id)?.rungs[0]?.id ?? '')
                }}
                choices={command.runs.map((r) => ({ id: r.id, name: r.name }))}
              />
            )}
          </Pick>
          <Rungs
            name={command.name}
            rungs={run.rungs}
            chosen={rung.id}
            faulty={new Set(faults.map((f) => rungOf(f.where)))}
            onChoose={setRung}
            onMove={(ids, target, after) => changeRungs((rungs) => moved(rungs, ids, target, after))}
          />
          <Tools>
            <Button
              onPress={() => {
                step(-1)
              }}
            >
              Up
            </Button>
            <Button
              onPress={() => {
                step(1)
              }}
            >
              Down
            </Button>
            <Button onPress={addRung}>New rung after it</Button>
            <Button isDisabled={run.rungs.length < 2} onPress={removeRung}>
              Take it out
            </Button>
          </Tools>
        </div>
        <div>
          <Disclosed says="The command: cue, signal, faults, cautions, other roads">
            <CommandForm
              key={command.id}
              command={command}
              onChange={(next) => {
                change({ ...file, commands: file.commands.map((c) => (c.id === command.id ? next : c)) })
              }}
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
            onChange={(next) => {
              changeRungs((rungs) => rungs.map((r) => (r.id === rung.id ? next : r)))
              if (next.id !== rung.id) setRung(next.id)
            }}
          />
        </div>
      </Columns>
    </Page>
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
