'use client'
import { useEffect, useRef, useState } from 'react'
import { FieldError, Input, Label, TextField } from 'react-aria-components'
import styled from 'styled-components'
import { formatLength, parseLength, parseLengths, type Unit } from '@/core/units/length'
import { decimal, say } from '@/core/words'

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

/** What was typed, as it will stand here, and what takes it over; a promise tells when that is done. */
type Read = { ok: true; shown: string; commit: () => unknown } | { ok: false; message: string }

type EntryProps = {
  label: string
  /** shown when the field is not being edited */
  text: string
  suffix?: string
  /** what the typed text means, or a sentence about what is wrong with it */
  read: (typed: string) => Read
  hideLabel?: boolean
  /** looks like plain text until it is pointed at */
  quiet?: boolean
}

/** A field that commits on Enter or on leaving, and says what is wrong without losing what was typed. */
function CommitField({ label, text, suffix, read, hideLabel, quiet = false }: EntryProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const entry = useRef<HTMLInputElement>(null)
  // What was given away stands here until it is taken over: a value that changes under the hand spoils what is typed.
  const [given, setGiven] = useState<string | null>(null)
  const latest = useRef<object | null>(null)
  const shown = given ?? text
  // A value that changed elsewhere (undo) replaces what was left here. What is being typed stays: often it is only the
  // value that was typed before which arrives.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the shown text counts
  useEffect(() => {
    if (document.activeElement === entry.current) return
    setTyped(null)
    setWrong(null)
  }, [text])
  const commit = () => {
    if (typed === null || typed === shown) {
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
    setGiven(answer.shown)
    const own = {}
    latest.current = own
    void Promise.resolve(answer.commit()).finally(() => {
      if (latest.current === own) setGiven(null)
    })
  }
  return (
    <Wrap
      value={typed ?? shown}
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
          ref={entry}
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
  onCommit: (mm: number) => unknown
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
            message: say`From ${formatLength(min, unit)} to ${formatLength(max, unit)} ${unit}.`,
          }
        return { ok: true, shown: formatLength(parsed.mm, unit), commit: () => onCommit(parsed.mm) }
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
  onCommit: (mm: number[]) => unknown
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
        if (parsed.mm.length > count) return { ok: false, message: say`Up to ${count} lengths.` }
        if (parsed.mm.some((one) => one < min || one > max))
          return {
            ok: false,
            message: say`From ${formatLength(min, unit)} to ${formatLength(max, unit)} ${unit} each.`,
          }
        const shown = parsed.mm.map((one) => formatLength(one, unit)).join('; ')
        return { ok: true, shown, commit: () => onCommit(parsed.mm) }
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
  onCommit: (value: number) => unknown
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
      text={decimal(value, 6)}
      hideLabel={hideLabel ?? false}
      {...(suffix ? { suffix } : {})}
      read={(typed) => {
        const number = Number(typed.trim().replace(',', '.'))
        const fits = typed.trim() !== '' && Number.isFinite(number) && number >= min && number <= max
        if (!fits || (whole && !Number.isInteger(number)))
          return { ok: false, message: say`A ${whole ? say`whole ` : ''}number from ${min} to ${max}.` }
        return { ok: true, shown: decimal(number, 6), commit: () => onCommit(number) }
      }}
    />
  )
}

type NameFieldProps = {
  label: string
  value: string
  hideLabel?: boolean
  quiet?: boolean
  /** whether it may be left empty */
  isOptional?: boolean
  onCommit: (name: string) => unknown
}

/** A name, of at least one letter unless it may be left out. */
export function NameField({ label, value, hideLabel, quiet, isOptional, onCommit }: NameFieldProps) {
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
        return name === '' && !isOptional
          ? { ok: false, message: say`Give it a name.` }
          : { ok: true, shown: name, commit: () => onCommit(name) }
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
