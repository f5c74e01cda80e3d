'use client'
import { useState } from 'react'
import type { Backup } from '@/contract/projects'
import { language, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import { Disclosure } from '@/kit/disclosure'
import { Muted, Row } from '@/kit/surface'
import { api } from '../store/api'

const at = new Intl.DateTimeFormat(language() === 'en' ? 'en-GB' : language(), {
  dateStyle: 'full',
  timeStyle: 'short',
})
const when = ({ madeAt }: Backup) => at.format(new Date(madeAt))

/** Backups of everything, one a day, each of which can be put back. */
export function Backups({ onProblem }: { onProblem: (message: string) => void }) {
  const [backups, setBackups] = useState<Backup[] | null>(null)
  const [asked, setAsked] = useState<Backup | null>(null)
  const load = () =>
    api.backups().then(
      (told) => setBackups(told.backups),
      (error: Error) => onProblem(error.message),
    )
  const restore = (backup: Backup) =>
    api.restoreBackup(backup.name).then(
      () => window.location.reload(),
      (error: Error) => onProblem(error.message),
    )
  return (
    <Disclosure title={say`Backups`} onOpen={() => void load()}>
      {backups?.length === 0 ? (
        <Muted>{say`None yet. From tomorrow on one is made every day, and the last seven are kept.`}</Muted>
      ) : null}
      <ul aria-label={say`Backups`}>
        {backups?.map((backup) => (
          <Row as="li" key={backup.name} style={{ padding: '4px 0' }}>
            <span style={{ minWidth: 280 }}>{when(backup)}</span>
            <QuietButton
              onPress={() => setAsked(backup)}
              aria-label={say`Put back ${when(backup)}`}
            >{say`Put back`}</QuietButton>
          </Row>
        ))}
      </ul>
      <Dialog title={say`Put this backup back?`} isOpen={asked !== null} onClose={() => setAsked(null)}>
        <p>{say`All projects, papers and cutters will be as they were on ${asked ? when(asked) : ''}. What stands now is backed up first, so you can come back to it.`}</p>
        <Row style={{ marginTop: 16 }}>
          <Button
            onPress={() => {
              if (asked) void restore(asked)
              setAsked(null)
            }}
          >{say`Put it back`}</Button>
          <QuietButton onPress={() => setAsked(null)}>{say`Leave all as it is`}</QuietButton>
        </Row>
      </Dialog>
    </Disclosure>
  )
}
