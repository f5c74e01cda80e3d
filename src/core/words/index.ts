export { type Catalog, firstSpoken, OTHERS, openCatalog, ownCatalog } from './catalog'
export type { Counted, Value } from './counted'
export { quoted } from './quoted'
export {
  allOf,
  capital,
  count,
  counted,
  decimal,
  language,
  oneOf,
  say,
  sayWhole,
  speakFrom,
} from './say'
