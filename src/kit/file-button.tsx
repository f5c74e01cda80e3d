'use client'
import { type ComponentType, type ReactNode, useRef } from 'react'
import styled from 'styled-components'
import { QuietButton } from './button'

const HiddenInput = styled.input`
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
  pointer-events: none;
`

type Props = {
  /** what the choice of files is called to those who do not see the button */
  label: string
  /** endings that the dialog offers first, parted by commas */
  accept: string
  multiple?: boolean
  onFiles: (files: File[]) => void
  button?: ComponentType<{ onPress: () => void; children: ReactNode }>
  children: ReactNode
}

/** A button that asks for files. */
export function FileButton({
  label,
  accept,
  multiple = false,
  onFiles,
  button: Press = QuietButton,
  children,
}: Props) {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Press onPress={() => input.current?.click()}>{children}</Press>
      <HiddenInput
        ref={input}
        type="file"
        accept={accept}
        multiple={multiple}
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])])
          // The same file may be chosen once more.
          e.target.value = ''
        }}
      />
    </>
  )
}
