import { type Paper, PLAIN_SETTINGS } from '../src/core/document/paper'

/** A card in A4, as any shop sells it. */
export const PLAIN_CARD: Paper = {
  id: 'card',
  name: 'Card',
  width: 210,
  height: 297,
  weight: 220,
  caliper: 0.3,
  colour: '#ffffff',
  backColour: '#ffffff',
  settings: PLAIN_SETTINGS,
}
