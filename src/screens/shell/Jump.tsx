'use client'
import type { Route } from 'next'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import { phone } from '@/ui/theme'
import { pageNamed } from '../pages'
import { isFound, type JumpDog, type JumpProps } from './jumpDog'

type List = (props: JumpProps) => React.ReactNode

/**
 * Any dog in one action, by run or name. The box is there at once; its list, of which most visits need nothing, comes
 * when somebody turns to it, and at a desk once the page is quiet.
 */
export function Jump({ dogs }: { dogs: readonly JumpDog[] }) {
  const router = useRouter()
  const [text, setText] = useState('')
  const [round, setRound] = useState(0)
  const [focused, setFocused] = useState(false)
  const [list, setList] = useState<{ readonly List: List }>()
  const wake = () => void import('./FoundDogs').then((m) => setList({ List: m.FoundDogs }))
  useEffect(() => {
    if (!window.matchMedia('(hover: hover)').matches) return
    const timer = setTimeout(wake, 2000)
    return () => clearTimeout(timer)
  }, [])
  // A fresh box after each jump: an emptied one would open its list again over the page.
  const go = (id: string) => {
    setText('')
    setFocused(false)
    setRound((n) => n + 1)
    router.push(`/dogs/${id}`)
  }
  const goToFirst = () => {
    const asked = text.trim()
    const found = asked === '' ? undefined : dogs.find((d) => isFound(d, text))
    const page = found ? undefined : pageNamed(asked)
    if (found) go(found.residencyId)
    else if (page !== undefined) {
      setText('')
      setRound((n) => n + 1)
      router.push(page as Route)
    } else if (asked !== '') {
      setText('')
      setRound((n) => n + 1)
      router.push(`/dogs?q=${encodeURIComponent(asked)}`)
    }
  }
  return (
    <Box onFocus={() => setFocused(true)} onBlur={() => setFocused(false)}>
      {list ? (
        <list.List key={round} {...{ dogs, text, setText, go, goToFirst, focused }} />
      ) : (
        <input
          id="jump"
          role="combobox"
          aria-expanded={false}
          aria-controls="jump"
          aria-label="Find a dog by run or name"
          placeholder="Run or name"
          autoComplete="off"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onPointerEnter={wake}
          onFocus={wake}
          onKeyDown={(e) => {
            if (e.key === 'Enter') goToFirst()
          }}
        />
      )}
    </Box>
  )
}

const Box = styled.div`
  input {
    width: 8rem;
    min-height: var(--touch-small);
    padding: 0 0.6rem;
    border: 1px solid var(--rule-2);
    border-radius: 4px;
    background: var(--paper);
  }
  input::placeholder {
    color: var(--ink-2);
    opacity: 1;
  }
  ${phone} {
    input {
      width: 7.3rem;
    }
  }
`
