'use client'
import { useState, useTransition } from 'react'
import { Field } from '@/ui/Field'
import { Fault } from '@/ui/fieldParts'
import { Button, ButtonLink } from '@/ui/press'
import { DoorPage } from './DoorPage'
import { HouseWaysFields } from './HouseWaysFields'

/** An empty kennel's first page: its name, and its first lead. */
export function SetUp({ here }: { here: boolean }) {
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({})
  const [pending, start] = useTransition()
  const send = (form: FormData) => {
    start(async () => {
      try {
        const answer = await fetch('/api/set-up', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(Object.fromEntries(form)),
        })
        if (answer.ok) window.location.assign('/')
        else {
          const refused = (await import('./refusal')).refusal.parse(await answer.json())
          setErrors(refused.errors ?? { '': refused.error ?? 'That did not work.' })
        }
      } catch {
        setErrors({ '': 'Kibou does not answer just now. Nothing typed is lost.' })
      }
    })
  }
  return (
    <DoorPage kennel="A new kennel">
      <h1>Set up kennel</h1>
      {here ? (
        <>
          <p>
            You are the first lead: you add the others, and choose how this kennel works. Keep the passcode. It cannot
            be shown again.
          </p>
          <form
            noValidate
            onSubmit={(e) => {
              e.preventDefault()
              send(new FormData(e.currentTarget))
            }}
          >
            <Field
              label="Name of the kennel"
              name="kennel"
              defaultValue="Our kennel"
              plain
              error={errors['kennel']}
              maxLength={80}
            />
            <Field label="Your name" name="name" required error={errors['name']} maxLength={60} />
            <Field
              label="Passcode"
              name="passcode"
              type="password"
              required
              error={errors['passcode']}
              hint="three words that do not belong together are hard to guess"
              maxLength={128}
            />
            <Field
              label="The same passcode again"
              name="again"
              type="password"
              required
              error={errors['again']}
              maxLength={128}
            />
            <HouseWaysFields />
            {errors[''] && (
              <div role="alert">
                <Fault>{errors['']}</Fault> <ButtonLink href="/sign-in">Sign in</ButtonLink>
              </div>
            )}
            <Button type="submit" $now isPending={pending}>
              Open the kennel
            </Button>
          </form>
        </>
      ) : (
        <p>Its first lead is made at the machine on which Kibou runs. After that, everyone can sign in from here.</p>
      )}
    </DoorPage>
  )
}
