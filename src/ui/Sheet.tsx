'use client'
import type { ReactNode } from 'react'
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import styled from 'styled-components'

/** A sheet laid over the page: shut by Escape, by a press beside it, or by who opened it. */
export function Sheet({
  title,
  width = '32rem',
  warns = false,
  onClose,
  children,
}: {
  title: string
  /** At most so wide; never wider than the window. */
  width?: string
  /** It is about something that could go wrong for a person. */
  warns?: boolean
  onClose: () => void
  children: ReactNode
}) {
  return (
    <Overlay isOpen isDismissable onOpenChange={(open) => !open && onClose()}>
      <Modal>
        <Page $width={width} $warns={warns}>
          <Heading slot="title">{title}</Heading>
          {children}
        </Page>
      </Modal>
    </Overlay>
  )
}

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(8 24 20 / 0.55);
  display: grid;
  place-items: center;
  z-index: 20;
  padding: 0.6rem;
`
const Page = styled(Dialog)<{ $width: string; $warns: boolean }>`
  background: var(--paper);
  color: var(--ink);
  padding: 1.3rem 1.6rem;
  width: min(${(p) => p.$width}, calc(100vw - 1.2rem));
  max-height: calc(100dvh - 1.2rem);
  overflow: auto;
  border-radius: 4px;
  border-top: 6px solid var(${(p) => (p.$warns ? '--person' : '--ink')});
  display: grid;
  gap: var(--s-5);
  outline: none;
  > p {
    color: var(--ink-2);
  }
  > button {
    justify-self: start;
  }
`
