'use client'
import styled from 'styled-components'

/** The middle of the screen where things are seen in space, and what stands below them. */
export const Whole = styled.section`
  position: relative;
  flex: 1;
  min-width: 0;
  display: flex;
  flex-direction: column;
  background: color-mix(in srgb, var(--ground) 72%, #bfae96);
`
/** The space itself: turned by pointer and keys. */
export const Space = styled.div`
  position: relative;
  flex: 1;
  min-height: 0;
  touch-action: none;
  &:focus-visible {
    outline: 2.5px solid var(--plum);
    outline-offset: -3px;
  }
  > img {
    position: absolute;
    inset: 24px;
    width: calc(100% - 48px);
    height: calc(100% - 48px);
    object-fit: contain;
  }
`
