import { saveFile } from '@/kit/save-file'

/** Saves a picture as it came. @param svg its text */
export function saveSvg(svg: string): void {
  saveFile(new Blob([svg], { type: 'image/svg+xml' }), 'folded.svg')
}

/** Pixels of the longer side. */
const PIXELS = 1600

/** Saves a picture as PNG. @param svg its text */
export async function savePng(svg: string): Promise<void> {
  const image = new Image()
  image.src = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`
  await image.decode()
  const scale = PIXELS / Math.max(image.naturalWidth, image.naturalHeight, 1)
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(image.naturalWidth * scale)
  canvas.height = Math.round(image.naturalHeight * scale)
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  canvas.toBlob((blob) => blob && saveFile(blob, 'folded.png'))
}
