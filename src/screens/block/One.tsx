import { Chip, Chips } from '@/ui/chips'

/** One of several, a tap each. */
export function One({
  label,
  now,
  all,
  say,
}: {
  label: string
  now: string
  all: readonly { id: string; name: string; words?: string }[]
  say: (id: string) => void
}) {
  return (
    <Chips
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[now]}
      onSelectionChange={(keys) => {
        const id = [...keys][0]
        if (id !== undefined) say(String(id))
      }}
    >
      {all.map((a) => (
        <Chip key={a.id} id={a.id} {...(a.words === undefined ? {} : { 'aria-label': `Level ${a.name}: ${a.words}` })}>
          {a.name}
        </Chip>
      ))}
    </Chips>
  )
}
