'use client'
import styled from 'styled-components'

/** A chart, and what it shows in words beside it. */
export const Figure = styled.figure`
  margin: var(--s-5) 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--s-7);
  align-items: center;
  .plot {
    width: min(100%, 20rem);
    height: 17rem;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    font-size: var(--t-2);
  }
`
