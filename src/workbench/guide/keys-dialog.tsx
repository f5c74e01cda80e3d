'use client'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import { EVERYWHERE, IN_FOLDED_VIEW, ON_BOARDS } from '../keys/everywhere'
import type { KeyHelp } from '../keys/key'
import type { Station } from '../stations/station'
import { useWorkbench } from '../store/context'
import { KeyList } from './key-list'

/** All keys, those of a station last. */
export function KeysDialog({ station }: { station: Station }) {
  const workbench = useWorkbench()
  const close = () => workbench.help(null)
  return (
    <Dialog title={say`Keys`} isOpen onClose={close}>
      <Part title={say`Everywhere`} keys={EVERYWHERE} />
      <Part title={say`On the board`} keys={ON_BOARDS} />
      <Part title={say`In the folded view`} keys={IN_FOLDED_VIEW} />
      {station.keys.length > 0 ? <Part title={station.title} keys={station.keys} /> : null}
      <QuietButton onPress={close}>{say`Close`}</QuietButton>
    </Dialog>
  )
}

function Part({ title, keys }: { title: string; keys: readonly KeyHelp[] }) {
  return (
    <>
      <h3>{title}</h3>
      <KeyList keys={keys} />
    </>
  )
}
