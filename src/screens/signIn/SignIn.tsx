'use client'
import { Link } from '@/ui/link'
import { useEffect, useState, useTransition } from 'react'
import styled from 'styled-components'
import { roleNames, type Role } from '@/core/people/roles'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import { useIdle } from '../useIdle'
import { DoorPage } from './DoorPage'

interface Props {
  readonly kennel: string
  readonly people: readonly { readonly id: string; readonly name: string; readonly role: Role }[]
  readonly demoPasscode: string | undefined
  /** Where to go once signed in: a path of this kennel. */
  readonly to: string
  /** The role that the page asked for needs, when somebody signed in lacks it. */
  readonly least: Role | undefined
  /** Nobody at the door: this device goes back to the wall. */
  readonly showsWall: boolean
}

/** Who are you: a tap on the name, the passcode, in. */
export function SignIn({ kennel, people, demoPasscode, to, least, showsWall }: Props) {
  const [who, setWho] = useState(people.length === 1 ? (people[0]?.id ?? '') : '')
  const [passcode, setPasscode] = useState('')
  const [wrong, setWrong] = useState('')
  const [waitUntil, setWaitUntil] = useState(0)
  const left = useSecondsUntil(waitUntil)
  const names = useLastFirst(people)
  useIdle(backToWallMs, showsWall ? toWall : stay)
  const [pending, start] = useTransition()
  const send = () => {
    start(async () => {
      try {
        const answer = await fetch('/api/sign-in', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ personId: who, passcode }),
        })
        if (answer.ok) {
          const admittedAs = (await import('./refusal')).admitted.parse(await answer.json())
          ;(await import('@/device/lastHere')).wasHere(who)
          window.location.assign(admittedAs.to ?? to)
          return
        }
        const { error, waitMs } = (await import('./refusal')).refusal.parse(await answer.json())
        // What was right and met a machine that is busy is sent again as it is.
        if (answer.status < 500) setPasscode('')
        setWaitUntil(waitMs ? Date.now() + waitMs : 0)
        setWrong(waitMs ? '' : (error ?? 'That did not work.'))
      } catch {
        setWrong('No network just now. Nothing recorded on this device is lost.')
      }
    })
  }
  return (
    <DoorPage kennel={kennel}>
      <h1>Who is it?</h1>
      {least && (
        <p role="status">
          That page is for a {least}
          {least === 'lead' ? '' : ' or lead'}. One of them can sign in here.
        </p>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault()
          send()
        }}
      >
        <Names role="radiogroup" aria-label="Your name">
          {names.map((p) => (
            <Name key={p.id}>
              <input
                type="radio"
                name="who"
                value={p.id}
                checked={who === p.id}
                onChange={() => {
                  setWho(p.id)
                  setWrong('')
                }}
              />
              <b>{p.name}</b> <span>{roleNames[p.role]}</span>
            </Name>
          ))}
        </Names>
        <Code
          label="Passcode"
          value={passcode}
          onChange={setPasscode}
          type="password"
          aria-required
          autoComplete="current-password"
          maxLength={128}
        />
        {demoPasscode !== undefined && (
          <p>
            This is the demonstration: everybody’s passcode is <b>{demoPasscode}</b>.
          </p>
        )}
        {(wrong || left > 0) && (
          <Wrong>
            {left > 0
              ? `Too many wrong tries. Try again in ` +
                `${left < 90 ? `${left} s` : `${Math.ceil(left / 60)} minutes`}.`
              : wrong}
          </Wrong>
        )}
        <Button type="submit" $now isPending={pending} isDisabled={who === '' || passcode === '' || left > 0}>
          Sign in
        </Button>
      </form>
      <Disclosed says="Passcode forgotten?">
        <p>
          A lead gives you a new one, on <i>People</i>. A lead who forgot theirs goes to the machine on which Kibou runs
          and types <b>npm run way-back</b> there: it prints a code that opens this door once, for half an hour.
        </p>
      </Disclosed>
      <p>
        <Link href="/timing">Practice the mark</Link>, one minute, no name needed.
      </p>
    </DoorPage>
  )
}

/** Design choice: nobody types for so long at a door that hangs on a wall. */
const backToWallMs = 120_000
const toWall = () => window.location.assign('/locked')
const stay = () => undefined

/** These people, those who signed in at this machine last first: known once the page has woken. */
function useLastFirst(people: Props['people']): Props['people'] {
  const [names, setNames] = useState(people)
  useEffect(() => {
    let here = true
    void import('@/device/lastHere').then(({ firstOf, lastHere }) => {
      if (here) setNames(firstOf(people, lastHere()))
    })
    return () => {
      here = false
    }
  }, [people])
  return names
}

/** Whole seconds until then, counted down. */
function useSecondsUntil(until: number): number {
  const [now, setNow] = useState(until)
  useEffect(() => {
    if (until === 0) return
    const tick = () => setNow(Date.now())
    tick()
    const timer = setInterval(tick, 500)
    return () => clearInterval(timer)
  }, [until])
  return Math.max(0, Math.ceil((until - now) / 1000))
}

const Names = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
  gap: var(--s-4);
`
const Name = styled.label`
  position: relative;
  input {
    position: absolute;
    inset: 0;
    margin: 0;
    opacity: 0;
    cursor: pointer;
  }
  min-height: var(--touch-yard);
  padding: 0.4rem 0.9rem;
  display: grid;
  align-content: center;
  border: 1.5px solid var(--rule-2);
  border-radius: 4px;
  background: var(--paper);
  cursor: pointer;
  b {
    font:
      700 var(--t-5)/1.2 'Hepta Slab Variable',
      serif;
  }
  span {
    color: var(--ink-2);
    font-size: var(--t-2);
  }
  &:has(:checked) {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    span {
      color: var(--paper);
    }
  }
  &:has(:focus-visible) {
    outline: 3px solid var(--focus);
    outline-offset: 2px;
  }
`
const Code = styled(TextLine)`
  display: grid;
  gap: var(--s-1);
  max-width: 22rem;
`
