import type { Pattern } from '../pattern'
import { patternSchema } from '../pattern'
import accordionCard from './accordion-card.json'
import backpack from './backpack.json'
import beakCard from './beak-card.json'
import bottleCarrier from './bottle-carrier.json'
import crashLockBox from './crash-lock-box.json'
import drawerAndSleeve from './drawer-and-sleeve.json'
import explosionBox from './explosion-box.json'
import foldedCard from './folded-card.json'
import frameLayer from './frame-layer.json'
import gableBox from './gable-box.json'
import gateCard from './gate-card.json'
import gussetBag from './gusset-bag.json'
import hexagonalBox from './hexagonal-box.json'
import linedEnvelope from './lined-envelope.json'
import meltBox from './melt-box.json'
import pillowBox from './pillow-box.json'
import pointedEnvelope from './pointed-envelope.json'
import pyramid from './pyramid.json'
import reverseTuckBox from './reverse-tuck-box.json'
import scallopedEnvelope from './scalloped-envelope.json'
import slimCard from './slim-card.json'
import squareEnvelope from './square-envelope.json'
import stepCard from './step-card.json'
import steppedHolder from './stepped-holder.json'
import strapCard from './strap-card.json'
import tearOffTag from './tear-off-tag.json'
import tentCard from './tent-card.json'
import trayAndLid from './tray-and-lid.json'
import tuckEndBox from './tuck-end-box.json'
import windowBox from './window-box.json'

/** The patterns that ship, in the order in which they are offered. */
export const PATTERNS: readonly Pattern[] = [
  tuckEndBox,
  reverseTuckBox,
  crashLockBox,
  trayAndLid,
  drawerAndSleeve,
  pillowBox,
  hexagonalBox,
  pyramid,
  gableBox,
  gussetBag,
  windowBox,
  steppedHolder,
  bottleCarrier,
  meltBox,
  squareEnvelope,
  pointedEnvelope,
  scallopedEnvelope,
  linedEnvelope,
  foldedCard,
  gateCard,
  slimCard,
  accordionCard,
  tentCard,
  tearOffTag,
  frameLayer,
  explosionBox,
  backpack,
  strapCard,
  stepCard,
  beakCard,
].map((data) => patternSchema.parse(data))
