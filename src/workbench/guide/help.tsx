'use client'
import { useEffect } from 'react'
import { EVERYWHERE } from '../keys/everywhere'
import { isTyping } from '../keys/key'
import { fetched } from '../stations/fetched'
import type { Station } from '../stations/station'
import { useProject, useWorkbench } from '../store/context'

const CommandField = fetched(() => import('./command-field').then((m) => m.default))
const GuideDrawer = fetched(() => import('./guide-drawer').then((m) => m.GuideDrawer))
const KeysDialog = fetched(() => import('./keys-dialog').then((m) => m.KeysDialog))

/** Listens for the keys that do the same everywhere, and shows the help that is asked for: fetched when it first is. */
export function Help({ station }: { station: Station }) {
  const workbench = useWorkbench()
  const help = useProject((s) => s.help)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const key = isTyping(event) ? undefined : EVERYWHERE.find((k) => k.is(event))
      if (!key) return
      event.preventDefault()
      key.run(workbench)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [workbench])
  if (help === 'commands') return <CommandField />
  if (help === 'keys') return <KeysDialog station={station} />
  return help === 'guide' ? <GuideDrawer station={station} /> : null
}
