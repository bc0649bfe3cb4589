import type { ReactNode } from 'react'
import { enter } from '@/app/auth'
import { RoleProvider } from '@/screens/shell/may'

export default async function YardLayout({ children }: { children: ReactNode }) {
  const person = await enter()
  return <RoleProvider value={person.role}>{children}</RoleProvider>
}
