import { expose } from 'comlink'
import { takeFontsFrom } from './fonts'
import { computer } from './twin'

takeFontsFrom(async (file) => {
  const answer = await fetch(`/fonts/${file}`)
  if (!answer.ok) throw new RangeError(`fonts: ${file} was answered with ${answer.status}`)
  return new Uint8Array(await answer.arrayBuffer())
})

expose(computer)
