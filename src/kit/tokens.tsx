'use client'
import { createGlobalStyle } from 'styled-components'

/** Colours, type and space of the application, as custom properties: a calm craft table. */
export const GlobalStyle = createGlobalStyle`
  :root {
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
    --display: 'Bricolage Grotesque Variable', sans-serif;
    --text: 'Hanken Grotesk Variable', sans-serif;
    --radius: 10px;
    --lift: 0 1px 2px rgb(43 26 47 / 0.08), 0 6px 18px -8px rgb(43 26 47 / 0.22);
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
