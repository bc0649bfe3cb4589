'use client'
import { useState } from 'react'
import styled from 'styled-components'
import { v7 } from 'uuid'
import type { ScriptChange } from '@/core/demonstration/change'
import type { ScriptItem } from '@/core/demonstration/script'
import { Choose } from '@/ui/Choose'
import { Disclosed } from '@/ui/Disclosed'
import { TextLine } from '@/ui/Field'
import { Button } from '@/ui/press'
import type { DemonstrationView } from '@/work/page/demonstration'

/** Keeps a change laid over what stands. */
export type Keep = (next: Partial<ScriptChange>, after?: () => void) => void

/** Design choice: what a hold is offered to be cut to. */
const shorter = [5, 10, 15, 20, 30]

/** What a lead may make of one item. */
export function ChangeItem({
  view,
  item,
  pending,
  keep,
}: {
  view: DemonstrationView
  item: ScriptItem
  pending: boolean
  keep: Keep
}) {
  const { change, script } = view
  const [told, setTold] = useState(change.told[item.id] ?? item.tellOwner)
  const ids = script.items.map((i) => i.id)
  const at = ids.indexOf(item.id)
  const moved = (by: number) => {
    const order = [...ids]
    order.splice(at, 1)
    order.splice(at + by, 0, item.id)
    return { order }
  }
  const seconds = view.made.items.find((i) => i.id === item.id)?.seconds
  const own = item.id.startsWith('own:')
  return (
    <Disclosed says="change" label={`Change ${item.title}`}>
      <Changes>
        <div>
          <Button
            isPending={pending}
            isDisabled={at === 0}
            aria-label={`${item.title} earlier`}
            onPress={() => keep(moved(-1))}
          >
            Earlier
          </Button>
          <Button
            isPending={pending}
            isDisabled={at === ids.length - 1}
            aria-label={`${item.title} later`}
            onPress={() => keep(moved(1))}
          >
            Later
          </Button>
          <Button
            isPending={pending}
            aria-label={`Leave ${item.title} out`}
            onPress={() =>
              keep(
                own
                  ? { added: change.added.filter((a) => a.id !== item.id) }
                  : { dropped: [...change.dropped, item.id] },
              )
            }
          >
            Leave out
          </Button>
        </div>
        {seconds !== undefined && (
          <Choose
            label={`Seconds of ${item.title}`}
            value={String(item.seconds)}
            onChange={(s) => keep({ seconds: { ...change.seconds, [item.id]: Number(s) } })}
            choices={[...shorter.filter((s) => s < seconds), seconds].map((s) => ({ id: String(s), name: `${s} s` }))}
          />
        )}
        <TextLine
          label={`What ${view.resident.ownerName} is told`}
          value={told}
          onChange={setTold}
          rows={3}
          maxLength={400}
        />
        <Button
          isPending={pending}
          isDisabled={told.trim() === '' || told === item.tellOwner}
          onPress={() => keep({ told: { ...change.told, [item.id]: told.replace(/\s+/g, ' ').trim() } })}
        >
          Save wording
        </Button>
      </Changes>
    </Disclosed>
  )
}

/** An item of one's own, before the questions. */
export function Own({ view, pending, keep }: { view: DemonstrationView; pending: boolean; keep: Keep }) {
  const [title, setTitle] = useState('')
  const [shows, setShows] = useState('')
  return (
    <Disclosed says="Show something of your own">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          keep({ added: [...view.change.added, { id: `own:${v7()}`, title, shows, minutes: 2 }] }, () => {
            setTitle('')
            setShows('')
          })
        }}
      >
        <Changes>
          <TextLine label="What" value={title} onChange={setTitle} maxLength={60} />
          <TextLine label="What is to be seen" value={shows} onChange={setShows} maxLength={300} />
          <Button type="submit" isPending={pending} isDisabled={title.trim() === ''}>
            Add it
          </Button>
        </Changes>
      </form>
    </Disclosed>
  )
}

const Changes = styled.div`
  display: grid;
  gap: var(--s-3);
  justify-items: start;
  max-width: 34rem;
  padding: 0.4rem 0 0.8rem;
  > div:first-child {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-3);
  }
  > * {
    max-width: 100%;
  }
  textarea {
    width: 34rem;
    max-width: 100%;
  }
`
