import { say } from '../words'
import type { Fold, Role } from './lines'

/** What the roles are called. */
export const ROLE_NAMES: Record<Role, string> = {
  cut: say`Cut`,
  score: say`Score`,
  perforate: say`Perforate`,
  pen: say`Pen`,
  print: say`Print`,
  skip: say`Skip`,
}

/** What a role is called within a sentence. */
export const roleWord = (role: Role): string => ROLE_NAMES[role].toLowerCase()

/** The two ways of folding, within a sentence. */
export const FOLD_NAMES: Record<Fold, string> = { valley: say`valley`, mountain: say`mountain` }
