'use client'
import { May } from '../shell/may'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Quiet } from '@/ui/press'
import type { ResidentView } from '@/work/page/resident'
import type { BookActions } from './deeds'

const BookForms = dynamic(() => import('./BookForms').then((m) => m.BookForms), { ssr: false })

/** What stands in the books of a dog, put right where it is shown. What it takes comes when somebody turns to it. */
export function Books({ view, actions }: { view: ResidentView; actions: BookActions }) {
  const [open, setOpen] = useState(false)
  return (
    <May least="trainer">
      <div>
        <Quiet aria-expanded={open} aria-label={`Edit details ${view.resident.name}`} onPress={() => setOpen(!open)}>
          Edit details
        </Quiet>
        {open && <BookForms view={view} actions={actions} />}
      </div>
    </May>
  )
}
