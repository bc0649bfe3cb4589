'use client'
import { Link } from '@/ui/link'
import { usePathname } from 'next/navigation'
import dynamic from 'next/dynamic'
import { useState, type ReactNode } from 'react'
import styled from 'styled-components'
import { mayAct, type Role } from '@/core/people/roles'
import { narrow, phone } from '@/ui/theme'
import { headPages } from '../pages'
import { HeaderButton } from './HeaderButton'
import { Jump } from './Jump'
import { Leaving } from './Leaving'
import type { SmallCommands } from '@/core/curriculum/small'
import type { JumpDog } from './jumpDog'
import { RoleProvider } from './may'
import { SmallThings } from './SmallThings'
import { Tray } from './Tray'
import { useIdle } from '../useIdle'
import { idleMs, useLock } from './useLock'
import { useShortcuts } from './useShortcuts'
import { useThemeChoice } from './useThemeChoice'

// Opened now and then: asked for when it is.
const KeysSheet = dynamic(() => import('./KeysSheet').then((m) => m.KeysSheet), { ssr: false })

/** The frame around the desk screens: where you are, the way to any dog, what is still on this device. */
export function Shell({
  kennel,
  dogs,
  small,
  person,
  showsWall,
  children,
}: {
  kennel: string
  dogs: readonly JumpDog[]
  small: SmallCommands
  person: { readonly id: string; readonly name: string; readonly role: Role }
  /** This device goes on showing the wall once it is locked. */
  showsWall: boolean
  children: ReactNode
}) {
  const path = usePathname()
  const [help, setHelp] = useState(false)
  const mine = headPages.filter((p) => mayAct(person.role, p.least))
  const shortcuts = useShortcuts(mine, () => setHelp(true))
  const lock = useLock(showsWall)
  useIdle(idleMs, lock)
  return (
    <>
      <Skip href="#main">Skip to the page</Skip>
      <Bar>
        <Mark href="/">
          <svg viewBox="0 0 44 22" width="44" height="22" aria-hidden="true">
            <rect x="1" y="1" width="5" height="20" fill="currentColor" />
            <path d="M4 8 Q18 22 34 8" fill="none" stroke="currentColor" strokeWidth="3" />
            <circle cx="37" cy="8" r="4" fill="none" stroke="currentColor" strokeWidth="2.4" />
          </svg>
          Kibou
        </Mark>
        <Where>{kennel}</Where>
        <Nav aria-label="Pages">
          {mine
            .filter((p) => !p.quiet)
            .map((p) => (
              <NavLink key={p.href} href={p.href} aria-current={path === p.href ? 'page' : undefined}>
                {p.short}
              </NavLink>
            ))}
        </Nav>
        <Right>
          <Jump dogs={dogs} />
          <SmallThings dogs={dogs} small={small} me={person.id} here={/^\/dogs\/([^/]+)/.exec(path)?.[1]} />
          <ThemeSwitch />
          <Leaving person={person.name} lock={lock} />
          <HeaderButton aria-label="Keys" onPress={() => setHelp(true)}>
            ?
          </HeaderButton>
          {help && <KeysSheet pages={mine} shortcuts={shortcuts} close={() => setHelp(false)} />}
        </Right>
      </Bar>
      <Tray />
      <main id="main">
        <RoleProvider value={person.role}>{children}</RoleProvider>
      </main>
    </>
  )
}

function ThemeSwitch() {
  const [theme, choose] = useThemeChoice()
  return (
    <HeaderButton onPress={() => choose(theme === 'day' ? 'night' : 'day')}>
      {theme === 'day' ? 'Night' : 'Day'}
    </HeaderButton>
  )
}

const Skip = styled.a`
  position: absolute;
  left: -999rem;
  &:focus {
    left: 0.5rem;
    top: 0.5rem;
    background: var(--ink);
    color: var(--paper);
    padding: 0.5rem 1rem;
    z-index: 10;
  }
`
const Bar = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--s-2) var(--s-4);
  padding: 0.5rem 1.25rem;
  border-bottom: 3px solid var(--ink);
  ${phone} {
    padding: 0.4rem 0.9rem;
    gap: var(--s-2) var(--s-3);
  }
  @media print {
    display: none;
  }
`
const Mark = styled(Link)`
  display: inline-flex;
  align-items: center;
  gap: var(--s-3);
  font-family: 'Hepta Slab Variable', serif;
  font-weight: 760;
  font-size: var(--t-6);
  text-decoration: none;
  letter-spacing: -0.02em;
`
const Where = styled.span`
  color: var(--ink-2);
  white-space: nowrap;
  @media (max-width: 1480px) {
    display: none;
  }
`
const Nav = styled.nav`
  display: flex;
  white-space: nowrap;
  gap: var(--s-1);
  margin-left: 0.25rem;
  ${narrow} {
    order: 3;
    width: 100%;
    margin: 0;
    overflow-x: auto;
  }
`
const NavLink = styled(Link)`
  padding: 0.35rem 0.34rem;
  text-decoration: none;
  color: var(--ink-2);
  border-bottom: 3px solid transparent;
  margin-bottom: calc(-0.5rem - 3px);
  padding-bottom: calc(0.35rem + 0.5rem);
  &:hover {
    color: var(--ink);
  }
  &[aria-current='page'] {
    color: var(--ink);
    font-weight: 640;
    border-bottom-color: var(--ground);
    box-shadow: inset 0 -3px 0 var(--held);
  }
  ${narrow} {
    margin-bottom: 0;
    padding: 0.5rem 0.55rem;
  }
  ${phone} {
    padding: 0.5rem 0.3rem;
  }
`
const Right = styled.div`
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: var(--s-3);
`
