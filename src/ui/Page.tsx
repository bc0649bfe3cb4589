'use client'
import styled from 'styled-components'
import { desk, phone } from './theme'

/** A page with a form on it, or a few. */
export const FormPage = styled.div`
  max-width: var(--page);
  padding: 1rem 1.5rem 4rem;
  display: grid;
  gap: var(--s-5);
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-5);
    margin: 0.6rem 0 0.3rem;
  }
  form {
    display: grid;
    gap: var(--s-5);
    justify-items: start;
  }
  form > * {
    width: 100%;
  }
  form > button {
    width: auto;
  }
  ul {
    margin: 0;
    padding-left: 1.1rem;
  }
  ${phone} {
    padding: 0.8rem 0.9rem 4rem;
  }
`
/** A page of the office, everything under each other; as wide as the window. */
export const WidePage = styled.div`
  padding: 0.9rem 1.5rem 4rem;
  display: grid;
  gap: var(--s-6);
  grid-template-columns: minmax(0, 1fr);
  h1 {
    font-size: var(--t-8);
  }
  h2 {
    font-size: var(--t-6);
  }
  ${phone} {
    /* What floats over the foot of a phone covers nothing at the end. */
    padding: 0.8rem 0.9rem 5rem;
  }
`
/** A page no wider than a desk reads. */
export const OfficePage = styled(WidePage)`
  max-width: var(--page);
`
/** The head of a page that is looked things up in: its name, a sentence, and what can be done. */
export const PageHead = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: var(--s-6);
  flex-wrap: wrap;
  border-bottom: 1.5px solid var(--ink);
  padding-bottom: 0.6rem;
  h1 {
    font-size: var(--t-9);
  }
  p {
    color: var(--ink-2);
    max-width: 70ch;
  }
`
/** What is asked, and beside it what belongs to it, where a desk has room for both. */
export const Beside = styled.div`
  display: grid;
  gap: var(--s-6) var(--s-9);
  align-items: start;
  grid-template-columns: minmax(0, 1fr);
  > div {
    display: grid;
    gap: var(--s-5);
  }
  ${desk} {
    grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  }
`
/** Fields beside each other, as many as fit. */
export const Pair = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
  gap: var(--s-5);
  align-items: start;
`
