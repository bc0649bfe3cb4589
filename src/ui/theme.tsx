'use client'
import { createGlobalStyle } from 'styled-components'

/**
 * Scales of the house. Ten sizes of type from a note to a figure read at arm’s length, nine distances, four heights of
 * what is pressed: small within a line, plain (44 px, the least for a finger), wide, and the yard’s for gloves.
 */
const type = [0.8, 0.88, 0.95, 1, 1.1, 1.25, 1.4, 1.7, 2, 2.8]
const space = [0.15, 0.3, 0.45, 0.6, 0.8, 1, 1.3, 1.6, 2.2]
const touch = { 'touch-small': 2.1, touch: 2.75, 'touch-wide': 3.1, 'touch-yard': 4.4 }
/** A page is as wide as a desk's screen shows at once. */
const page = { page: 80 }
const scales = [
  ...type.map((rem, i) => [`t-${i + 1}`, rem] as const),
  ...space.map((rem, i) => [`s-${i + 1}`, rem] as const),
  ...Object.entries({ ...touch, ...page }),
]
  .map(([name, rem]) => `--${name}: ${rem}rem;`)
  .join(' ')

/**
 * Tokens of the house, as CSS variables so that a part never knows which theme it is in. Marigold means “do this now”,
 * plum “slipped or needs a person”, teal “held”; nothing else may wear them.
 */
export const GlobalStyle = createGlobalStyle`
  :root { ${scales} }
  :root, [data-theme='day'] {
    color-scheme: light;
    --ground: #e9eee8; --paper: #f7faf5; --ink: #10302a; --ink-2: #3d5851; --rule: #b4c3b9; --rule-2: #7d9389;
    --held: #006a62; --now: #f0a400; --on-now: #1c1400; --person: #7d1d60; --person-wash: #f3e3ee; --focus: #10302a;
  }
  [data-theme='night'] {
    color-scheme: dark;
    --ground: #0e1a18; --paper: #152522; --ink: #e8f1ec; --ink-2: #abc0b8; --rule: #2f4a44; --rule-2: #6d887f;
    --held: #5fd0c4; --now: #ffbd2e; --on-now: #1c1400; --person: #f0a3d8; --person-wash: #3a1c31; --focus: #ffffff;
  }
  [data-theme='yard'] {
    color-scheme: light;
    --ground: #ffffff; --paper: #ffffff; --ink: #000000; --ink-2: #1f2b28; --rule: #4b5a55; --rule-2: #26332f;
    --held: #004a44; --now: #ffb100; --on-now: #000000; --person: #5b0a42; --person-wash: #fbeaf5; --focus: #000000;
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { -webkit-text-size-adjust: 100%; scrollbar-gutter: stable; }
  body {
    margin: 0; min-height: 100dvh; background: var(--ground); color: var(--ink);
    font: 400 1rem/1.4 'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif;
    font-variant-numeric: tabular-nums lining-nums;
  }
  h1, h2, h3 {
    margin: 0; letter-spacing: -0.01em;
    font-family: 'Hepta Slab Variable', 'Hepta Slab', Georgia, serif; font-weight: 620; line-height: 1.15;
  }
  p { margin: 0; }
  a { color: inherit; text-decoration-color: var(--rule-2); text-underline-offset: 0.18em; }
  a:hover { text-decoration-color: currentColor; }
  button, input, select { font: inherit; color: inherit; }
  :focus-visible, [data-focus-visible='true'] {
    outline: 3px solid var(--focus); outline-offset: 2px; border-radius: 3px;
  }
  .unseen { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap; }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation: none !important; transition: none !important; }
  }
  @media print { body { background: #fff; } }
  /* A command's line, drawn by the hundred: plain, so that the wall is quick. */
  .line {
    display: block;
    max-width: 100%;
    overflow: visible;
    path {
      fill: none;
      stroke: var(--rule-2);
    }
    .run {
      stroke-dasharray: 1 3;
    }
    .held {
      stroke: var(--held);
    }
    .ink {
      stroke: var(--ink);
    }
    .post {
      fill: var(--ink);
    }
    .person {
      stroke: var(--person);
    }
    .cord {
      stroke-linecap: round;
    }
    .ring {
      fill: var(--paper);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .knot {
      fill: var(--held);
    }
  }
`

/** Wide enough for two columns of a form. */
export const desk = '@media (min-width: 1080px)'
/** Too narrow for two things beside each other: a tablet, a small laptop; a phone too. */
export const narrow = '@media (max-width: 1270px)'
export const phoneQuery = '(max-width: 720px)'
export const phone = `@media ${phoneQuery}` as const
