'use client'
import styled, { css } from 'styled-components'

export interface Where {
  /** Percent of what it lies in. */
  readonly $left?: number
  readonly $width?: number
  /** rem. */
  readonly $height?: number
}

/** Half a percent is finer than anybody sees, and keeps the classes few. */
const percent = (value: number): string => `${Math.round(Math.min(100, Math.max(0, value)) * 2) / 2}%`

/**
 * Where something lies and how long it is. A class, and no style attribute: the policy of the pages lets none through.
 */
export const where = css<Where>`
  && {
    ${({ $left }) => ($left === undefined ? '' : `left: ${percent($left)};`)}
    ${({ $width }) => ($width === undefined ? '' : `width: ${percent($width)};`)}
    ${({ $height }) => ($height === undefined ? '' : `height: ${Math.round($height * 20) / 20}rem;`)}
  }
`

/** A mark, or a bar, of a drawing made of elements. */
export const Placed = styled.i<Where>`
  ${where}
`
export const PlacedBox = styled.div<Where>`
  ${where}
`
