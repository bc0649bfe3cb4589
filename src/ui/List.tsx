'use client'
import styled, { css } from 'styled-components'

const bare = css`
  list-style: none;
  margin: 0;
  padding: 0;
`
/** Things under each other, without marks and indent. */
export const List = styled.ul`
  ${bare}
`
/** A list whose order says something, without marks and indent. */
export const OrderedList = styled.ol`
  ${bare}
`
