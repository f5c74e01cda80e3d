import type { Scene } from '../scene'
import type { Stretch } from '../stretch'
import type { EvidenceKind } from '../weights'

/** A fact about one stretch, and the half sentence that tells it to a person. */
export type Fact = { kind: EvidenceKind; because: string }

/** One kind of evidence. Adding one is a new file here, a row in the table of weights, and a line in the list. */
export type Evidence = (stretch: Stretch, scene: Scene) => Fact | null
