import { css } from 'styled-components'
import { boxed } from './fieldParts'

export interface Choice {
  readonly id: string
  readonly name: string
  readonly note?: string
}

export interface ChooseProps {
  readonly label: string
  readonly choices: readonly Choice[]
  readonly value: string | null
  readonly onChange: (id: string) => void
  readonly name?: string
}

/** The look of a list that is shut, whoever draws it. */
export const chooseBox = css`
  ${boxed}
  display: flex;
  justify-content: space-between;
  gap: var(--s-3);
  align-items: center;
  text-align: left;
  cursor: pointer;
  span:first-child {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`
