import {
	emptySheet,
	newPiece,
	type Paint,
	type Piece,
	type Sheet,
	type Stroke,
} from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'

const STOPS = [
	{ at: 0.1, colour: '#c03020' },
	{ at: 0.5, colour: '#e8d020' },
	{ at: 0.9, colour: '#205080' },
] as const

/** One piece of every paint, every kind of line and both fill rules: 400 × 300 px, 0.5 mm each. */
export function paintedSheet(): Sheet {
	const pieces = [
		piece('Flat, an opening', 'M20 20H100V90H20Z M40 40H80V70H40Z', { colour: '#22272e' }),
		piece('Curves', 'M120 60C120 20 180 20 180 60S120 100 120 60Z', { colour: '#2a7f62' }),
		painted('Linear', 'M200 20H280V90H200Z', {
			kind: 'linear',
			from: [210, 30],
			to: [270, 80],
			stops: STOPS,
		}),
		painted('Round', 'M300 20H380V90H300Z', {
			kind: 'radial',
			centre: [340, 55],
			along: [380, 65],
			across: [335, 80],
			stops: STOPS,
		}),
		painted('Round, from a side', 'M210 205H225V280H210Z', {
			kind: 'radial',
			centre: [215, 240],
			along: [240, 250],
			across: [210, 280],
			focus: [220, 265],
			stops: STOPS,
		}),
		painted('Hatch', 'M20 110H100V180H20Z', {
			kind: 'pattern',
			figure: 'hatch',
			spacing: 10,
			weight: 3,
			angle: 30,
			at: [20, 110],
			colour: '#22272e',
			ground: '#f0e0c0',
		}),
		painted('Dots', 'M120 110H180V180H120Z', {
			kind: 'pattern',
			figure: 'dots',
			spacing: 12,
			weight: 6,
			angle: 0,
			at: [0, 0],
			colour: '#a03050',
		}),
		lined('Dashes', 'M210 120L270 170', { width: 8, dashes: [16, 10], cap: 'butt' }),
		lined('Dots of a line', 'M290 125C320 105 350 190 385 130', {
			width: 7,
			dashes: [0, 12],
			cap: 'round',
		}),
		lined('Corners', 'M30 250L60 210L90 250', { width: 9, join: 'miter', miterLimit: 6 }),
		{
			...piece('See-through', 'M120 210H200V280H120Z', { colour: '#205080' }),
			stroke: { paint: { kind: 'solid', colour: '#c03020' }, width: 12 },
			opacity: 0.5,
		} satisfies Piece,
		{
			...piece('Line beneath', 'M230 220H290V270H230Z', { colour: '#e8d020' }),
			stroke: { paint: { kind: 'solid', colour: '#22272e' }, width: 10, join: 'round' },
			strokeBelow: true,
		} satisfies Piece,
		{
			...piece('Crossing', 'M310 210L390 280H310L390 210Z', { colour: '#2a7f62' }),
			fillRule: 'nonzero',
		} satisfies Piece,
	]
	return { ...addPieces(emptySheet('Every paint', 400, 300), pieces), mmPerPx: 0.5 }
}

function piece(name: string, path: string, { colour }: { readonly colour: string }): Piece {
	return painted(name, path, { kind: 'solid', colour })
}

function painted(name: string, path: string, fill: Paint): Piece {
	return { ...newPiece(name, parsePathData(path)), fill }
}

function lined(name: string, path: string, stroke: Omit<Stroke, 'paint'>): Piece {
	return {
		...painted(name, path, { kind: 'none' }),
		stroke: { paint: { kind: 'solid', colour: '#22272e' }, ...stroke },
	}
}
