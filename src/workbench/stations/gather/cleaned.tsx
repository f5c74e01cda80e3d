import { takeBack } from '@/core/binding/take-back'
import type { FileSource } from '@/core/document/sources'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row } from '@/kit/surface'
import { useWorkbench } from '../../store/context'

/** What was tidied up in a source, each kind with the way back. */
export function Cleaned({ source }: { source: FileSource }) {
  const workbench = useWorkbench()
  if (source.cleaning.length === 0) return null
  return (
    <div style={{ marginTop: 14 }} data-testid="cleaned">
      <h3 style={{ fontSize: 14 }}>{say`Tidied up`}</h3>
      {source.cleaning.map(({ kind, message, items }) => (
        <Row
          key={kind}
          style={{ flexWrap: 'nowrap', justifyContent: 'space-between', marginTop: 6 }}
          onPointerEnter={() => workbench.light(items.flatMap((item) => item.made))}
          onPointerLeave={() => workbench.light([])}
        >
          <Muted as="span">{message}</Muted>
          <QuietButton
            style={{ flex: 'none', whiteSpace: 'nowrap' }}
            aria-label={say`Put back: ${message}`}
            onPress={() => void workbench.edit((project) => takeBack(project, source.id, kind))}
          >{say`Put back`}</QuietButton>
        </Row>
      ))}
    </div>
  )
}
