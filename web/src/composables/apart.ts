import type { Directive } from 'vue'
import { apart, LED_FROM, shifted, type Box } from '../drawing/apart'

const SPACE = 'http://www.w3.org/2000/svg'

/** What moves as one: a group that says so, or a word by itself. Words with a turn of their own stay. */
function labelsOf(picture: SVGSVGElement): SVGGraphicsElement[] {
  const all = [...picture.querySelectorAll<SVGGraphicsElement>('[data-label], text')]
  return all.filter((one) => !one.parentElement?.closest('[data-label]') && !one.hasAttribute('transform'))
}

function boxIn(picture: SVGSVGElement, one: Element): Box {
  const [a, b] = [one.getBoundingClientRect(), picture.getBoundingClientRect()]
  return { left: a.left - b.left, right: a.right - b.left, top: a.top - b.top, bottom: a.bottom - b.top }
}

/** Where on its first place a word was tied to what it names. */
function tiedAt(one: SVGGraphicsElement, box: Box): number {
  const anchor = getComputedStyle(one.querySelector('text') ?? one).textAnchor
  return anchor === 'start' ? box.left : anchor === 'end' ? box.right : (box.left + box.right) / 2
}

function lead(layer: SVGGElement, tied: number, from: Box, to: Box, scale: number): void {
  const line = document.createElementNS(SPACE, 'line')
  const x = Math.max(to.left, Math.min(to.right, tied))
  const y = to.top > from.top ? to.top : to.bottom
  const ends: [string, number][] = [
    ['x1', tied],
    ['y1', to.top > from.top ? from.top + 4 : from.bottom - 4],
    ['x2', x],
    ['y2', y],
  ]
  for (const [name, value] of ends) line.setAttribute(name, String(value / scale))
  layer.appendChild(line)
}

/** Set the words of a picture apart: measured as drawn, so that it holds for every font and every word. */
export function setApart(picture: SVGSVGElement): void {
  const labels = labelsOf(picture)
  const size = picture.getBoundingClientRect()
  const matrix = picture.getScreenCTM()
  if (!size.width || !matrix) return
  picture.querySelector(':scope > .leaders')?.remove()
  for (const one of labels) one.style.transform = ''
  const seen = labels.filter((one) => one.getClientRects().length && one.textContent?.trim())
  const boxes = seen.map((one) => boxIn(picture, one))
  const said = seen.map((one, i) => ({
    box: boxes[i]!,
    stays: Boolean(one.closest('[data-stays]')),
    down: one.hasAttribute('data-down'),
  }))
  const marks = [...picture.querySelectorAll('[data-mark]')].map((one) => boxIn(picture, one))
  const shifts = apart(said, { left: 0, right: size.width, top: 0, bottom: size.height }, marks)
  const layer = document.createElementNS(SPACE, 'g')
  layer.setAttribute('class', 'leaders')
  seen.forEach((one, i) => {
    const by = shifts[i]!
    if (!by.x && !by.y) return
    one.style.transform = `translate(${by.x / matrix.a}px, ${by.y / matrix.d}px)`
    if (Math.hypot(by.x, by.y) >= LED_FROM)
      lead(layer, tiedAt(one, boxes[i]!), boxes[i]!, shifted(boxes[i]!, by), matrix.a)
  })
  if (layer.childNodes.length) picture.appendChild(layer)
}

/** `v-apart` on a picture. */
export const vApart: Directive<SVGSVGElement> = {
  mounted(picture) {
    setApart(picture)
    void document.fonts.ready.then(() => setApart(picture))
  },
  updated: setApart,
}
