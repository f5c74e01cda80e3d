'use client'
import { useEffect, useState } from 'react'
import { FieldError, Input, Label, TextField } from 'react-aria-components'
import styled from 'styled-components'
import { formatLength, parseLength, parseLengths, type Unit } from '@/core/units/length'

const Wrap = styled(TextField)`
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
`
export const FieldLabel = styled(Label)`
  font-size: 12.5px;
  color: var(--ink-soft);
`
const Box = styled.span<{ $quiet: boolean }>`
  display: flex;
  align-items: center;
  background: ${(p) => (p.$quiet ? 'transparent' : 'var(--paper)')};
  border: 1px solid ${(p) => (p.$quiet ? 'transparent' : 'var(--hairline)')};
  margin-left: ${(p) => (p.$quiet ? '-10px' : '0')};
  border-radius: 7px;
  &:hover {
    border-color: var(--hairline);
  }
  &:focus-within {
    border-color: var(--plum);
    background: var(--paper);
  }
`
const Entry = styled(Input)`
  flex: 1;
  min-width: 0;
  width: 100%;
  border: 0;
  background: transparent;
  padding: 6px 9px;
  border-radius: 7px;
`
const Suffix = styled.span`
  padding-right: 9px;
  color: var(--ink-soft);
  font-size: 13px;
`
const Wrong = styled(FieldError)`
  color: var(--alarm);
  font-size: 12.5px;
`

type EntryProps = {
  label: string
  /** shown when the field is not being edited */
  text: string
  suffix?: string
  /** what the typed text means, or a sentence about what is wrong with it */
  read: (typed: string) => { ok: true; commit: () => void } | { ok: false; message: string }
  hideLabel?: boolean
  /** looks like plain text until it is pointed at */
  quiet?: boolean
}

/** A field that commits on Enter or on leaving, and says what is wrong without losing what was typed. */
function CommitField({ label, text, suffix, read, hideLabel, quiet = false }: EntryProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  // A value that changed elsewhere (undo) replaces what stands here.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the shown text counts
  useEffect(() => {
    setTyped(null)
    setWrong(null)
  }, [text])
  const commit = () => {
    if (typed === null || typed === text) {
      setTyped(null)
      setWrong(null)
      return
    }
    const answer = read(typed)
    if (!answer.ok) {
      setWrong(answer.message)
      return
    }
    setWrong(null)
    setTyped(null)
    answer.commit()
  }
  return (
    <Wrap
      value={typed ?? text}
      onChange={setTyped}
      isInvalid={wrong !== null}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit()
        // Nothing is typed here that undo could be meant for.
        if ((e.ctrlKey || e.metaKey) && typed === null) e.continuePropagation()
        if (e.key !== 'Escape') return
        // With nothing to take back here it is meant for what the field stands in.
        if (typed === null) e.continuePropagation()
        setTyped(null)
        setWrong(null)
      }}
      {...(hideLabel ? { 'aria-label': label } : {})}
    >
      {hideLabel ? null : <FieldLabel>{label}</FieldLabel>}
      <Box $quiet={quiet}>
        <Entry
          data-at-rest={typed === null || undefined}
          style={quiet ? { fontWeight: 600, padding: '2px 9px', textOverflow: 'ellipsis' } : undefined}
        />
        {suffix ? <Suffix aria-hidden>{suffix}</Suffix> : null}
      </Box>
      <Wrong>{wrong}</Wrong>
    </Wrap>
  )
}

type LengthFieldProps = {
  label: string
  mm: number
  unit: Unit
  min?: number
  max?: number
  hideLabel?: boolean
  onCommit: (mm: number) => void
}

/** A length: takes `140`, `14 cm`, `5 1/2"` and arithmetic; shows the project's unit. */
export function LengthField({ label, mm, unit, min = 0, max = 3000, hideLabel, onCommit }: LengthFieldProps) {
  return (
    <CommitField
      label={label}
      text={formatLength(mm, unit)}
      suffix={unit}
      hideLabel={hideLabel ?? false}
      read={(typed) => {
        const parsed = parseLength(typed, unit)
        if (!parsed.ok) return parsed
        if (parsed.mm < min || parsed.mm > max)
          return {
            ok: false,
            message: `From ${formatLength(min, unit)} to ${formatLength(max, unit)} ${unit}.`,
          }
        return { ok: true, commit: () => onCommit(parsed.mm) }
      }}
    />
  )
}

type LengthsFieldProps = {
  label: string
  mm: readonly number[]
  unit: Unit
  min: number
  max: number
  /** how many it takes */
  count: number
  onCommit: (mm: number[]) => void
}

/** Several lengths in one field, parted by semicolons. */
export function LengthsField({ label, mm, unit, min, max, count, onCommit }: LengthsFieldProps) {
  return (
    <CommitField
      label={label}
      text={mm.map((one) => formatLength(one, unit)).join('; ')}
      suffix={unit}
      hideLabel={false}
      read={(typed) => {
        const parsed = parseLengths(typed, unit)
        if (!parsed.ok) return parsed
        if (parsed.mm.length > count) return { ok: false, message: `Up to ${count} lengths.` }
        if (parsed.mm.some((one) => one < min || one > max))
          return {
            ok: false,
            message: `From ${formatLength(min, unit)} to ${formatLength(max, unit)} ${unit} each.`,
          }
        return { ok: true, commit: () => onCommit(parsed.mm) }
      }}
    />
  )
}

type NumberEntryProps = {
  label: string
  value: number
  min: number
  max: number
  suffix?: string
  whole?: boolean
  hideLabel?: boolean
  onCommit: (value: number) => void
}

/** A plain number in a range. */
export function NumberEntry({
  label,
  value,
  min,
  max,
  suffix,
  whole,
  hideLabel,
  onCommit,
}: NumberEntryProps) {
  return (
    <CommitField
      label={label}
      text={String(value)}
      hideLabel={hideLabel ?? false}
      {...(suffix ? { suffix } : {})}
      read={(typed) => {
        const number = Number(typed.trim().replace(',', '.'))
        const fits = typed.trim() !== '' && Number.isFinite(number) && number >= min && number <= max
        if (!fits || (whole && !Number.isInteger(number)))
          return { ok: false, message: `A ${whole ? 'whole ' : ''}number from ${min} to ${max}.` }
        return { ok: true, commit: () => onCommit(number) }
      }}
    />
  )
}

type NameFieldProps = {
  label: string
  value: string
  hideLabel?: boolean
  quiet?: boolean
  onCommit: (name: string) => void
}

/** A name of at least one letter. */
export function NameField({ label, value, hideLabel, quiet, onCommit }: NameFieldProps) {
  return (
    <CommitField
      label={label}
      text={value}
      quiet={quiet ?? false}
      hideLabel={hideLabel ?? false}
      read={(typed) => {
        const name = typed
          .replace(/\p{Cc}+/gu, ' ')
          .trim()
          .slice(0, 120)
        return name === ''
          ? { ok: false, message: 'Give it a name.' }
          : { ok: true, commit: () => onCommit(name) }
      }}
    />
  )
}

/** A field whose text is looked for as it is typed. */
export function SearchField(props: { label: string; value: string; onChange: (text: string) => void }) {
  return (
    <Wrap type="search" value={props.value} onChange={props.onChange}>
      <FieldLabel>{props.label}</FieldLabel>
      <Box $quiet={false}>
        <Entry style={{ width: 240 }} />
      </Box>
    </Wrap>
  )
}
