import { expose } from 'comlink'
import { computer } from './twin'

expose(computer)
