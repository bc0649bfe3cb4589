'use client'
import Link from 'next/link'
import { useState, useTransition } from 'react'
import styled from 'styled-components'
import { Fault } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { phone } from '@/ui/theme'
import type { HouseView } from '@/work/page/house'
import type { FormAction } from '../form/state'
import { SpecForm } from '../form/SpecForm'
import type { Told } from '../told'

/** The house: what is true of it whatever dog is in it. */
export function House({
  view,
  keep,
  backUp,
}: {
  view: HouseView
  keep: FormAction
  backUp: () => Promise<Told & { readonly file?: string }>
}) {
  const [kept, setKept] = useState('')
  const keepSection: FormAction = async (before, form) => {
    const after = await keep(before, form)
    const section = form.get('section')
    setKept(Object.keys(after.errors).length === 0 && typeof section === 'string' ? section : '')
    return after
  }
  return (
    <Page>
      <header>
        <h1>The house</h1>
        <nav aria-label="Parts of the house">
          {view.sections.map((s) => (
            <a key={s.id} href={`#${s.id}`}>
              {s.title}
            </a>
          ))}
          <Link href="/people/new">People and hours</Link>
          <Link href="/packages">Packages of promises</Link>
          <a href="#backup">Backup</a>
        </nav>
      </header>
      {view.sections.map((s) => (
        <section key={s.id} id={s.id} aria-labelledby={`h-${s.id}`}>
          <h2 id={`h-${s.id}`}>{s.title}</h2>
          <p>{s.intro}</p>
          <SpecForm
            key={JSON.stringify(s.values)}
            action={keepSection}
            justKept={kept === s.id}
            fields={s.fields}
            values={s.values}
            hidden={{ section: s.id }}
            submit={`Keep ${s.title.toLowerCase()}`}
          />
        </section>
      ))}
      <Backup folder={view.house.backupFolder} backUp={backUp} />
    </Page>
  )
}

function Backup({ folder, backUp }: { folder: string; backUp: () => Promise<Told & { readonly file?: string }> }) {
  const [told, setTold] = useState<(Told & { readonly file?: string }) | undefined>()
  const [pending, start] = useTransition()
  return (
    <section id="backup" aria-labelledby="h-backup">
      <h2 id="h-backup">Backup</h2>
      <p>
        {folder === ''
          ? 'Name a folder above, best on another disk.'
          : `Everything in one file, into ${folder}. Kibou can be started with it: KIBOU_DB names the file.`}
      </p>
      <div>
        <Button isDisabled={pending || folder === ''} onPress={() => start(async () => setTold(await backUp()))}>
          Back up now
        </Button>
      </div>
      {told && <div role="status">{told.ok ? <p>Written: {told.file}</p> : <Fault>{told.reason}</Fault>}</div>}
    </section>
  )
}

const Page = styled.div`
  padding: 0.9rem 1.5rem 4rem;
  max-width: var(--page);
  display: grid;
  gap: var(--s-8);
  grid-template-columns: minmax(0, 1fr);
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-6);
  }
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
  ${phone} {
    padding: 0.8rem 0.9rem 4rem;
  }
`
