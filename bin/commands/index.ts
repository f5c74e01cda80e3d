import type { Command } from '../command'
import { build } from './build'
import { exportCommand } from './export'
import { fold } from './fold'
import { lay } from './lay'
import { make } from './make'
import { patterns } from './patterns'
import { sort } from './sort'
import { stack } from './stack'

/** All commands, in the order of the help. */
export const COMMANDS: readonly Command[] = [sort, lay, exportCommand, make, patterns, fold, stack, build]
