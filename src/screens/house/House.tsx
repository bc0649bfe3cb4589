'use client'
import { Link } from '@/ui/link'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { Disclosed } from '@/ui/Disclosed'
import { NeedsPerson } from '@/ui/NeedsPerson'
import { Button, Quiet } from '@/ui/press'
import { Why } from '@/ui/Why'
import { useWhen } from '@/ui/ways'
import { WallTablets } from './WallTablets'
import { OfficePage } from '@/ui/Page'
import type { ActionResult } from '@/work/actions/actionResult'
import type { BackupFile, InsideBeside } from '@/work/context/backups'
import type { HouseView } from '@/work/page/house'
import { List } from '@/ui/List'
import type { FormAction } from '../form/state'
import { dated } from '../form/dated'
import { SpecForm } from '../form/SpecForm'
import { useJustKept } from '../form/useJustKept'
import type { Told } from '../told'

/** The house: what is true of it whatever dog is in it. */
export function House({
  view,
  device,
  keep,
  keepTablet,
  backups,
}: {
  view: HouseView
  /** What this device was named; undefined where it never was. */
  device: string | undefined
  keep: FormAction
  keepTablet: (raw: unknown) => Promise<Told>
  backups: BackupDeeds
}) {
  return (
    <Page>
      <header>
        <h1>Settings</h1>
        <nav aria-label="Sections of Settings">
          {view.sections.map((s) => (
            <a key={s.id} href={`#${s.id}`}>
              {s.title}
            </a>
          ))}
          <Link href="/people/new">People and hours</Link>
          <Link href="/packages">Packages of promises</Link>
          <Link href="/figures">House figures</Link>
          <a href="#wall-tablet">Tablet on the wall</a>
          <a href="#backup">Backup</a>
        </nav>
      </header>
      {view.sections.map((s) => (
        <Section key={s.id} section={s} keep={keep} />
      ))}
      <WallTablets tablets={view.wallTablets} timeZone={view.house.timeZone} device={device} keep={keepTablet} />
      <Backup view={view} deeds={backups} />
    </Page>
  )
}

function Section({ section, keep }: { section: HouseView['sections'][number]; keep: FormAction }) {
  const { id, title, intro, fields, values } = section
  const [action, justKept] = useJustKept(keep)
  return (
    <section id={id} aria-labelledby={`h-${id}`}>
      <h2 id={`h-${id}`}>{title}</h2>
      <p>{intro}</p>
      <SpecForm
        dated={dated}
        key={JSON.stringify(values)}
        action={action}
        justKept={justKept}
        fields={fields}
        values={values}
        hidden={{ section: id }}
        submit={`Save ${title.toLowerCase()}`}
      />
    </section>
  )
}

function Backup({ view, deeds }: { view: HouseView; deeds: BackupDeeds }) {
  const { sayMoment } = useWhen()
  const [told, setTold] = useState<(Told & { readonly file?: string }) | undefined>()
  const [pending, start] = useTransition()
  const { backupFolder: folder, timeZone } = view.house
  return (
    <section id="backup" aria-labelledby="h-backup">
      <h2 id="h-backup">Backup</h2>
      <p>
        {folder === ''
          ? 'Name a folder above, best on another disk.'
          : `Everything in one file, into ${folder}: each night by itself, and when you press. The last ` +
            `${view.nightsKept} nights are kept, and all that you made.`}
      </p>
      {view.room !== '' && <NeedsPerson>{view.room}</NeedsPerson>}
      {view.backupWarning !== '' && <NeedsPerson>{view.backupWarning}</NeedsPerson>}
      {view.soundness?.said.map((line) => (
        <NeedsPerson key={line}>{line}</NeedsPerson>
      ))}
      {view.soundness && view.soundness.good !== '' && (
        <p>
          The newest backup that can be gone back to: <b>{view.soundness.good}</b>.
        </p>
      )}
      {view.soundness?.said.length === 0 && (
        <p>The integrity check found the kennel’s file sound {sayMoment(view.soundness.at, timeZone)}.</p>
      )}
      {view.soundness?.odd.map((line) => (
        <NeedsPerson key={line}>{line}</NeedsPerson>
      ))}
      <div>
        <Button
          isPending={pending}
          isDisabled={folder === ''}
          onPress={() => start(async () => setTold(await deeds.backUp()))}
        >
          Back up now
        </Button>{' '}
        <Quiet
          isPending={pending}
          isDisabled={folder === ''}
          onPress={() => start(async () => setTold(await deeds.out()))}
        >
          Export all data
        </Quiet>{' '}
        <Why>
          <p>
            A folder of plain lines with the photos, and all facts as a table: for another machine, which takes it in
            with <kbd>npm run kennel -- in FOLDER</kbd>, or for another program. It holds what was recorded, nothing
            that is calculated from it, and no sign-in. A backup is the shorter way back on this machine.
          </p>
        </Why>
        {pending && <span role="status"> Exporting. You can go on working.</span>}
      </div>
      {told && <div role="status">{told.ok ? <p>Written: {told.file}</p> : <Fault>{told.reason}</Fault>}</div>}
      {view.backups[0] && (
        <>
          <p>
            Last good one: <b>{sayMoment(view.backups[0].at, timeZone)}</b>.
          </p>
          <Disclosed says="Go back to one of them">
            <Files>
              {view.backups.map((b) => (
                <OneBackup key={b.name} backup={b} timeZone={timeZone} deeds={deeds} />
              ))}
            </Files>
          </Disclosed>
        </>
      )}
      {view.setAside.length > 0 && (
        <Disclosed says="Undo going back to a backup">
          <p>Each time someone restored a backup, the kennel of that moment was saved. You can return to it.</p>
          <Files>
            {view.setAside.map((b) => (
              <OneBackup key={b.name} backup={b} timeZone={timeZone} deeds={deeds} />
            ))}
          </Files>
        </Disclosed>
      )}
    </section>
  )
}

/** One backup: a look at what is in it first, then back to it. */
function OneBackup({ backup, timeZone, deeds }: { backup: BackupFile; timeZone: string; deeds: BackupDeeds }) {
  const { sayMoment, sayDay } = useWhen()
  const [seen, setSeen] = useState<Awaited<ReturnType<BackupDeeds['look']>>>()
  const [asked, setAsked] = useState(false)
  const [going, setGoing] = useState('')
  const [pending, start] = useTransition()
  const goBack = () =>
    start(async () => {
      const done = await deeds.restore(backup.name).catch(() => ({ ok: true }) as const)
      setGoing(done.ok ? 'Going back: Kibou starts again in a moment. Load this page then, and sign in.' : done.reason)
    })
  return (
    <li>
      <span>
        {sayMoment(backup.at, timeZone)}, {(backup.bytes / 1e6).toFixed(1)} MB <small>{backup.name}</small>
      </span>
      <Quiet isPending={pending} onPress={() => start(async () => setSeen(await deeds.look(backup.name)))}>
        Show contents
      </Quiet>
      {seen && !seen.ok && <Fault>{seen.reason}</Fault>}
      {seen?.ok && going === '' && (
        <div>
          <p>
            “{seen.inside.kennel}”: {seen.inside.dogs} residencies, {seen.inside.people} people, {seen.inside.sets}{' '}
            sets, the last {seen.inside.lastDay === '' ? 'on no day' : `on ${sayDay(seen.inside.lastDay)}`}.
          </p>
          {!asked && <Button onPress={() => setAsked(true)}>Go back to this one</Button>}
          {asked && (
            <>
              <p role="alert">
                Kibou now has {seen.inside.setsNow} sets; this file has {seen.inside.sets}. What was recorded since then
                will not be there. Everyone signs in again. The kennel of now is kept, and you can undo this on this
                page.
              </p>
              <Button isPending={pending} onPress={goBack}>
                Go back now
              </Button>{' '}
              <Quiet onPress={() => setAsked(false)}>Stay on this kennel</Quiet>
            </>
          )}
        </div>
      )}
      {going !== '' && <p role="status">{going}</p>}
    </li>
  )
}

export interface BackupDeeds {
  readonly backUp: () => Promise<Told & { readonly file?: string }>
  readonly out: () => Promise<Told & { readonly file?: string }>
  readonly look: (name: string) => Promise<ActionResult<{ readonly inside: InsideBeside }>>
  readonly restore: (name: string) => Promise<Told>
}

const Files = styled(List)`
  li {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-5);
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--rule);
  }
  li > div,
  li > p {
    width: 100%;
  }
  small {
    color: var(--ink-2);
  }
`
const Page = styled(OfficePage)`
  gap: var(--s-8);
  header nav {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-1) var(--s-6);
    margin-top: 0.4rem;
  }
  header nav a {
    padding: 0.3rem 0;
  }
  > section {
    display: grid;
    gap: var(--s-5);
    border-top: 3px solid var(--ink);
    padding-top: 0.8rem;
    grid-template-columns: minmax(0, 1fr);
  }
  > section > p {
    color: var(--ink-2);
    max-width: 66ch;
  }
`
