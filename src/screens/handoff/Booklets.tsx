'use client'
import { Link } from '@/ui/link'
import { Wrong } from '@/ui/fieldParts'
import { Button } from '@/ui/press'
import type { BookletAnew } from '@/work/page/handoff'
import type { Told } from '../told'
import { useAction } from '../useAction'
import { Rows } from './Over'

/** Owners whose booklet lacks what they are to practice: print it again, give it, and say so. */
export function Booklets({
  anew,
  give,
}: {
  anew: readonly BookletAnew[]
  give: ((raw: unknown) => Promise<Told>) | undefined
}) {
  const { send, wrong, pending } = useAction()
  if (anew.length === 0) return null
  return (
    <section aria-labelledby="booklets">
      <h2 id="booklets">
        Booklets to print again <span>{anew.length}</span>
      </h2>
      <Wrong>{wrong}</Wrong>
      <Rows>
        {anew.map((b) => (
          <li key={b.residencyId}>
            <p>
              <Link href={`/dogs/${b.residencyId}/demonstration/booklet`}>
                <b>{b.run}</b> {b.name}
              </Link>
              : the booklet that {b.ownerName} has does not include {b.missing.join(', ')}.
            </p>
            {give && (
              <Button
                isPending={pending}
                aria-label={`Mark as given: ${b.name}’s new booklet`}
                onPress={() => send(() => give({ residencyId: b.residencyId }))}
              >
                Mark as given
              </Button>
            )}
          </li>
        ))}
      </Rows>
    </section>
  )
}
