'use client'
import { Button as AriaButton, type ButtonProps, Tooltip, TooltipTrigger } from 'react-aria-components'
import styled, { css } from 'styled-components'

const shared = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 7px;
  border: 0;
  border-radius: 8px;
  cursor: pointer;
  font-weight: 600;
  font-size: 14px;
  line-height: 1.2;
  text-decoration: none;
  transition: background 120ms;
  &[data-disabled],
  &[data-pending] {
    opacity: 0.45;
    cursor: default;
  }
`

/** The one action that leads on. */
export const Button = styled(AriaButton)`
  ${shared}
  padding: 9px 16px;
  background: var(--plum);
  color: var(--on-plum);
  &[data-hovered] {
    background: var(--plum-deep);
  }
`

/** Any other action. */
export const QuietButton = styled(AriaButton)`
  ${shared}
  padding: 8px 12px;
  background: var(--paper-sunk);
  color: var(--ink);
  &[data-hovered] {
    background: var(--hairline);
  }
`

const PlainIcon = styled(AriaButton)`
  ${shared}
  width: 32px;
  height: 32px;
  background: transparent;
  color: var(--ink);
  &[data-hovered] {
    background: var(--paper-sunk);
  }
`
const Hint = styled(Tooltip)`
  max-width: 240px;
  padding: 4px 9px;
  border-radius: 7px;
  background: var(--ink);
  color: var(--paper);
  font-size: 12.5px;
`

/** An action told by an icon alone; its label is shown when it is pointed at for a while. */
export function IconButton(props: ButtonProps & { 'aria-label': string }) {
  return (
    <TooltipTrigger delay={600} closeDelay={0}>
      <PlainIcon {...props} />
      <Hint offset={6}>{props['aria-label']}</Hint>
    </TooltipTrigger>
  )
}

/** A link that looks like a quiet button: for files to save. @param $bare as an icon among icons */
export const FileLink = styled.a<{ $bare?: boolean }>`
  ${shared}
  padding: ${({ $bare }) => ($bare ? '8px' : '8px 12px')};
  background: ${({ $bare }) => ($bare ? 'none' : 'var(--paper-sunk)')};
  color: var(--ink);
  &:hover {
    background: var(--hairline);
  }
`
