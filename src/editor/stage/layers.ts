/** One canvas over the others, drawn with the next frame when it is asked to be. */
export interface Layer {
	redraw(): void
}

/** Canvases one over the other, of one size, in a box of the page. */
export interface Stage {
	/** Device px for a CSS px. */
	readonly ratio: number
	/**
	 * Adds a layer on top.
	 * @param draw draws it, at device px; it tells whether there is more to draw with the next frame
	 */
	layer(draw: (ctx: CanvasRenderingContext2D) => boolean): Layer
	/** Gives all layers a size, CSS px, and draws them at once: a canvas that changes its size is empty. */
	resize(size: { readonly width: number; readonly height: number }): void
	remove(): void
}

interface Drawn {
	readonly canvas: HTMLCanvasElement
	readonly draw: () => boolean
	waiting: boolean
}

export function createStage(container: HTMLElement): Stage {
	const layers: Drawn[] = []
	const ratio = window.devicePixelRatio || 1
	let frame = 0

	const drawWaiting = () => {
		frame = 0
		for (const layer of layers) {
			if (!layer.waiting) continue
			layer.waiting = false
			if (layer.draw()) ask(layer)
		}
	}
	const ask = (layer: Drawn) => {
		layer.waiting = true
		// Layers are drawn in one frame, from the lowest up.
		if (frame === 0) frame = requestAnimationFrame(drawWaiting)
	}
	return {
		ratio,
		layer: (draw) => {
			const canvas = document.createElement('canvas')
			Object.assign(canvas.style, { position: 'absolute', inset: '0', pointerEvents: 'none' })
			const context = canvas.getContext('2d')
			if (!context) throw new Error('There is no canvas to draw with.')
			container.append(canvas)
			const layer: Drawn = { canvas, draw: () => draw(context), waiting: false }
			layers.push(layer)
			ask(layer)
			return { redraw: () => ask(layer) }
		},
		resize: ({ width, height }) => {
			for (const { canvas } of layers) {
				canvas.width = Math.round(width * ratio)
				canvas.height = Math.round(height * ratio)
				Object.assign(canvas.style, { width: `${width}px`, height: `${height}px` })
			}
			for (const layer of layers) layer.waiting = true
			cancelAnimationFrame(frame)
			drawWaiting()
		},
		remove: () => {
			cancelAnimationFrame(frame)
			for (const { canvas } of layers) canvas.remove()
		},
	}
}
