import table from '../../../docs/formats/marks.json'

/** The one geometry table of our marks; paper draws from the same file. */
export const windowGeometry = table.window

const shapes: Record<string, { d: string; filled: boolean }> = table.shapes

export interface PlacedShape { x: number; d: string; filled: boolean }

/** Where a window mark's shape stands, and its outline. */
export function placeShape(position: number | null, shape: string): PlacedShape {
  const outline = shapes[shape] ?? table.shapes.query
  return { x: Math.round((table.window.middle + (position ?? 0) * table.window.half) * 100) / 100, ...outline }
}

export interface PinPlace { pin: number; x: number; y: number; labelX: number; labelY: number }

/** Pins of a socket seen from below, clockwise from the key or gap at the bottom: octal has a key, B9A and B7G leave one place free. */
export function placePins(base: string, pinCount: number, middle: { x: number; y: number }, radius: number, labelRadius: number): PinPlace[] {
  const keyed = base === 'octal'
  const step = 360 / (keyed ? pinCount : pinCount + 1)
  return Array.from({ length: pinCount }, (_, i) => {
    const angle = ((90 + (keyed ? step / 2 + i * step : (i + 1) * step)) * Math.PI) / 180
    return {
      pin: i + 1,
      x: middle.x + radius * Math.cos(angle), y: middle.y + radius * Math.sin(angle),
      labelX: middle.x + labelRadius * Math.cos(angle), labelY: middle.y + labelRadius * Math.sin(angle),
    }
  })
}
