import bravura from '@vexflow-fonts/bravura/bravura.woff2?url'
import { elementToSVG } from 'dom-to-svg'

/** The staff's own font comes with the engraver: the page has no rule for it that could be copied. */
const MUSIC_FONT = `@font-face { font-family: "Bravura"; src: url("${new URL(bravura, location.href).href}"); }`

/**
 * The rules of the fonts that a drawing uses, with the music font; parts of fonts that have none of its characters are left
 * out. Without a display rule a picture waits for its fonts.
 */
const usedFonts = (css: string, svg: Element): string => {
  const families = [...svg.querySelectorAll('[font-family]')]
    .map((one) => one.getAttribute('font-family') ?? '')
    .join(',')
  const characters = new Set([...(svg.textContent ?? '')].map((one) => one.codePointAt(0)!))
  return [...(css.match(/@font-face\s*{[^}]*}/g) ?? []), MUSIC_FONT]
    .filter((rule) => {
      const family = /font-family:\s*["']?([^"';]+)/.exec(rule)?.[1]
      const ranges = /unicode-range:\s*([^;}]+)/.exec(rule)?.[1]
      return family !== undefined && families.includes(family) && (!ranges || isUsed(ranges, characters))
    })
    .map((rule) => rule.replace(/font-display:[^;}]*;?/, ''))
    .join('\n')
}

/** Whether a range such as 'U+0-FF, U+131' has one of some characters. */
const isUsed = (ranges: string, characters: ReadonlySet<number>): boolean =>
  ranges.split(',').some((range) => {
    const [from = '', to = from] = range.trim().replace(/^U\+/i, '').split('-')
    const [low, high] = [Number.parseInt(from, 16), Number.parseInt(to, 16)]
    return [...characters].some((one) => one >= low && one <= high)
  })

/** A file of this application as a data URL. */
const dataUrl = async (url: string): Promise<string> => {
  const blob = await (await fetch(url)).blob()
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(reader.error)
    reader.readAsDataURL(blob)
  })
}

/** Style rules with the files that they name in them. */
const inlined = async (css: string): Promise<string> => {
  const urls = [...new Set([...css.matchAll(/url\("([^"]+)"\)/g)].map(([, url = '']) => url))]
  const data = await Promise.all(urls.map(dataUrl))
  return urls.reduce((text, url, at) => text.replaceAll(url, data[at]!), css)
}

/** What stands in an element as an SVG drawing of its own, with its fonts in it. */
export const svgOf = async (element: Element): Promise<string> => {
  const document = elementToSVG(element)
  const svg = document.documentElement
  const style = svg.querySelector('style')!
  style.textContent = await inlined(usedFonts(style.textContent ?? '', svg))
  return new XMLSerializer().serializeToString(document)
}

/** Pixels of the picture to one on screen: sharp on paper, too. */
const SCALE = 2
/** A browser reads the fonts of a drawing after the drawing, and says nothing of it: it is drawn until nothing changes. */
const BETWEEN_MS = 150
const MOST_TRIES = 20

/** An SVG drawing as PNG, on a ground of one colour. */
export const pngOf = async (svg: string, ground: string): Promise<Blob> => {
  const image = new Image()
  image.src = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }))
  try {
    await image.decode()
    let picture = await drawn(image, ground)
    for (let tries = 0; tries < MOST_TRIES; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, BETWEEN_MS))
      const next = await drawn(image, ground)
      const isSame = tries > 0 && next.size === picture.size
      picture = next
      if (isSame) break
    }
    return picture
  } finally {
    URL.revokeObjectURL(image.src)
  }
}

const drawn = (image: HTMLImageElement, ground: string): Promise<Blob> => {
  const canvas = new OffscreenCanvas(image.width * SCALE, image.height * SCALE)
  const context = canvas.getContext('2d')!
  context.fillStyle = ground
  context.fillRect(0, 0, canvas.width, canvas.height)
  context.drawImage(image, 0, 0, canvas.width, canvas.height)
  return canvas.convertToBlob({ type: 'image/png' })
}
