'use client'
import { createGlobalStyle, css } from 'styled-components'

const DAY = css`
  --ground: #f3ece1;
  --paper: #fffdf8;
  --paper-sunk: #ebe2d4;
  --ink: #2b1a2f;
  --ink-soft: #5f4d62;
  --hairline: #d9cdbd;
  --plum: #7d2a5f;
  --plum-deep: #5f1c47;
  --plum-wash: #f2e0ea;
  --brass: #8a5a00;
  --brass-wash: #f9e7bd;
  --teal: #155f59;
  --teal-wash: #d8ebe6;
  --alarm: #a3271d;
  --alarm-wash: #f8ded8;
  --lift: 0 1px 2px rgb(43 26 47 / 0.08), 0 6px 18px -8px rgb(43 26 47 / 0.22);
  --on-plum: #fff;
`
const NIGHT = css`
  --ground: #1f1522;
  --paper: #2a1f2e;
  --paper-sunk: #3a2c3f;
  --ink: #f3eaf0;
  --ink-soft: #c6b4c4;
  --hairline: #4f3e54;
  --plum: #e39ac6;
  --plum-deep: #f0bbdb;
  --plum-wash: #4b2b42;
  --brass: #f0c877;
  --brass-wash: #493516;
  --teal: #86d3c8;
  --teal-wash: #1f423e;
  --alarm: #ffa597;
  --alarm-wash: #572722;
  --lift: 0 1px 2px rgb(0 0 0 / 0.3), 0 6px 18px -8px rgb(0 0 0 / 0.6);
  --on-plum: #2b1a2f;
  --sample: #fffdf8;
`

/** Colours, type and space of the application, as custom properties: a calm craft table. */
export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: light dark;
    --sample: transparent;
    --display: 'Bricolage Grotesque Variable', sans-serif;
    --text: 'Hanken Grotesk Variable', sans-serif;
    --radius: 10px;
  }
  :root, [data-table] {
    ${DAY}
  }
  @media screen and (prefers-color-scheme: dark) {
    :root { ${NIGHT} }
    /* Paper is light by night too: drawings lie on the table as they do by day. */
    [data-table] { color-scheme: light; color: var(--ink); }
  }
  *, *::before, *::after { box-sizing: border-box; }
  html { height: 100%; }
  body {
    margin: 0;
    min-height: 100%;
    background: var(--ground);
    color: var(--ink);
    font: 400 15px/1.45 var(--text);
    font-variant-numeric: tabular-nums;
    -webkit-font-smoothing: antialiased;
  }
  @media print {
    body { background: #fff; }
    :root { ${DAY} --ground: #fff; --lift: none; }
    button, input, [role='status'], [data-testid='notice'] { display: none !important; }
  }
  h1, h2, h3 { font-family: var(--display); font-weight: 650; line-height: 1.15; margin: 0; letter-spacing: -0.01em; }
  p { margin: 0; }
  ul, ol { margin: 0; padding: 0; list-style: none; }
  button, input, select { font: inherit; color: inherit; }
  input { accent-color: var(--plum); }
  a { color: var(--plum); }
  :focus-visible, [data-focus-visible] { outline: 2.5px solid var(--plum); outline-offset: 2px; border-radius: 6px; }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation-duration: 0.01ms !important; transition-duration: 0.01ms !important; }
  }
`
