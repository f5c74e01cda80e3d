import { mkdirSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { drawCaddy } from './caddy'
import { drawSachet } from './sachet'

/** Writes the demo drawings; run it after changing one of them. */
const folder = fileURLToPath(new URL('./drawings/', import.meta.url))
mkdirSync(folder, { recursive: true })
writeFileSync(`${folder}tea-caddy.svg`, drawCaddy())
writeFileSync(`${folder}sachet.svg`, drawSachet())
