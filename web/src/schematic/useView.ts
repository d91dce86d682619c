import { reactive, type Reactive } from 'vue'

export interface View { x: number; y: number; zoom: number }

const least = 0.2, most = 12

/**
 * Zoom and pan of a page of `width` by `height` in a window; fractions of the page stay under the pointer.
 *
 * `x` and `y` are where the page's corner stands in the window, in CSS pixels.
 */
export function useView(size: () => { width: number; height: number; window: { width: number; height: number } }): {
  view: Reactive<View>
  fit: () => void
  zoomAt: (factor: number, at: { x: number; y: number }) => void
  pan: (dx: number, dy: number) => void
  toFraction: (at: { x: number; y: number }) => { x: number; y: number }
  centre: (at: { x: number; y: number }) => void
} {
  const view = reactive<View>({ x: 0, y: 0, zoom: 1 })
  function fit(): void {
    const { width, height, window } = size()
    view.zoom = Math.min(window.width / width, window.height / height)
    view.x = (window.width - width * view.zoom) / 2
    view.y = (window.height - height * view.zoom) / 2
  }
  function zoomAt(factor: number, at: { x: number; y: number }): void {
    const zoom = Math.min(most, Math.max(least * Math.min(1, view.zoom), view.zoom * factor))
    view.x = at.x - ((at.x - view.x) * zoom) / view.zoom
    view.y = at.y - ((at.y - view.y) * zoom) / view.zoom
    view.zoom = zoom
  }
  return {
    view, fit, zoomAt,
    pan: (dx, dy) => { view.x += dx; view.y += dy },
    toFraction: (at) => ({ x: (at.x - view.x) / (size().width * view.zoom), y: (at.y - view.y) / (size().height * view.zoom) }),
    centre: (at) => {
      const { width, height, window } = size()
      view.x = window.width / 2 - at.x * width * view.zoom
      view.y = window.height / 2 - at.y * height * view.zoom
    },
  }
}
