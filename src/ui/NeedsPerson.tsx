'use client'
import styled from 'styled-components'

/** A strip that needs a person: bite history, something refused. */
export const NeedsPerson = styled.p`
  background: var(--person-wash);
  color: var(--person);
  border-left: 5px solid var(--person);
  padding: 0.35rem 0.7rem;
  font-weight: 620;
`
