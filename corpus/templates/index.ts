import type { Dieline } from '../draw'
import { gluedTray, hexagonTray, pillow, sleeve, tearMailer, tuckCarton, webbedTray } from './boxes'
import { bag, boxSet, doorCard, envelope, layers, popUp, strap, tags, windowCard, zigzag } from './flat'

/** Every template, as a function of its scale. */
export const TEMPLATES: readonly ((scale: number) => Dieline)[] = [
  tuckCarton,
  gluedTray,
  webbedTray,
  sleeve,
  pillow,
  hexagonTray,
  tearMailer,
  envelope,
  windowCard,
  popUp,
  zigzag,
  bag,
  strap,
  tags,
  layers,
  boxSet,
  doorCard,
]
