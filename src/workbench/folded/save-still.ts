/** Saves a picture as it came. @param svg its text */
export function saveSvg(svg: string): void {
  save(new Blob([svg], { type: 'image/svg+xml' }), 'folded.svg')
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
  canvas.toBlob((blob) => blob && save(blob, 'folded.png'))
}

function save(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
