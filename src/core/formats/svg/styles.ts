import { compile, type Options } from 'css-select'
import { type CssNode, type Declaration, generate, parse, walk } from 'css-tree'
import type { SvgElement } from './elements'
import { readPaint } from './paints'
import { lengthPx, shareOf } from './units'

/** What a drawing says about an element's looks, before inheritance: values by property. */
export type Declared = ReadonlyMap<string, string>

/** Properties that style sheets may set and that count here; all are also attributes of SVG. */
const PROPERTIES = new Set([
	...['fill', 'fill-opacity', 'fill-rule', 'color', 'opacity', 'display', 'visibility'],
	...['stroke', 'stroke-width', 'stroke-opacity', 'stroke-linecap', 'stroke-linejoin'],
	...['stroke-miterlimit', 'stroke-dasharray', 'stroke-dashoffset', 'paint-order'],
	...['vector-effect', 'clip-path', 'clip-rule', 'mask', 'mask-type', 'filter', 'overflow'],
	...['transform', 'transform-origin', 'transform-box', 'font-size', 'mix-blend-mode'],
	...['stop-color', 'stop-opacity', 'marker', 'marker-start', 'marker-mid', 'marker-end'],
	...['font-family', 'font-weight', 'font-style', 'text-anchor', 'letter-spacing', 'direction'],
	...['white-space', 'dominant-baseline', 'baseline-shift', 'writing-mode', 'text-decoration'],
	...['x', 'y', 'width', 'height', 'cx', 'cy', 'r', 'rx', 'ry', 'd'],
])

/**
 * Reads style sheets (CSS 2.1 and Selectors 4, as far as a still drawing needs them) and tells what
 * they, the `style` attribute and the presentation attributes declare of an element, the weightiest
 * last said. Rules for other media than the screen do not count, imports are never fetched.
 */
export function createStyles(sheets: readonly string[]): (element: SvgElement) => Declared {
	const rules = readRules(sheets)
	const declared = new WeakMap<SvgElement, Declared>()
	return (element) => {
		const kept = declared.get(element)
		if (kept) return kept
		const made = declare(element, rules(element))
		declared.set(element, made)
		return made
	}
}

function declare(element: SvgElement, matching: readonly Rule[]): Declared {
	const values = new Map<string, string>()
	for (const property in element.attributes) {
		const value = sane(property, element.attributes[property]?.trim() ?? '')
		if (PROPERTIES.has(property) && value !== undefined) values.set(property, value)
	}
	const important: Rule['declarations'] = []
	const set = ({ property, value, important: weighty }: Setting) => {
		if (weighty) important.push({ property, value, important: false })
		else values.set(property, value)
	}
	for (const { declarations } of matching) for (const d of declarations) set(d)
	const { style } = element.attributes
	if (style) for (const d of readDeclarations(style)) set(d)
	for (const { property, value } of important) values.set(property, value)
	return values
}

interface Setting {
	readonly property: string
	readonly value: string
	readonly important: boolean
}

interface Rule {
	readonly matches: (element: SvgElement) => boolean
	readonly declarations: Setting[]
	/** Specificity and place, the heavier the later. */
	readonly weight: number
}

/** Rules by what the element itself must be, so that few are tried at each. */
function readRules(sheets: readonly string[]): (element: SvgElement) => Rule[] {
	const byKey = new Map<string, Rule[]>()
	let place = 0
	const addRule = (selector: string, declarations: Setting[]) => {
		try {
			const matches = matcherOf(selector)
			const weight = specificity(selector) * 1e6 + place++
			const key = keyOf(selector)
			const rules = byKey.get(key) ?? []
			if (rules.length === 0) byKey.set(key, rules)
			rules.push({ matches, declarations, weight })
		} catch {
			// A selector that cannot be understood matches nothing, as in browsers.
		}
	}
	for (const sheet of sheets) {
		walk(parse(sheet, { parseValue: false, onParseError: () => {} }), {
			visit: 'Rule',
			enter(node) {
				if (this.atrule && !isForScreen(this.atrule)) return
				if (node.prelude.type !== 'SelectorList') return
				const declarations = node.block.children.toArray().flatMap(declarationOf)
				if (declarations.length === 0) return
				for (const selector of node.prelude.children.toArray())
					addRule(generate(selector), declarations)
			},
		})
	}
	if (byKey.size === 0) return () => []
	return (element) => {
		const { id = '', class: classes = '' } = element.attributes
		const keys = ['*', element.name, `#${id}`, ...classes.split(/\s+/).map((c) => `.${c}`)]
		return keys
			.flatMap((key) => byKey.get(key) ?? [])
			.filter(({ matches }) => matches(element))
			.sort((a, b) => a.weight - b.weight)
	}
}

type Matches = (element: SvgElement) => boolean

/**
 * What a selector asks of an element. What stands between combinators is compiled; how that follows
 * on each other is asked here and remembered, for however long a selector is, it must not take for ever.
 */
function matcherOf(selector: string): Matches {
	const parts: { text: string; combinator: string }[] = [{ text: '', combinator: '' }]
	const list = parse(selector, { context: 'selector' })
	if (list.type !== 'Selector') throw new TypeError('This is no selector.')
	for (const node of list.children.toArray()) {
		const last = parts.at(-1)
		if (node.type === 'Combinator') parts.push({ text: '', combinator: node.name })
		else if (last) last.text += generate(node)
	}
	return parts.reduce<Matches>(
		(before, { text, combinator }) => {
			const itself = compile<SvgElement, SvgElement>(text, SELECTING)
			const known = new WeakMap<SvgElement, boolean>()
			return (element) => {
				let answer = known.get(element)
				if (answer === undefined) {
					answer = itself(element) && FOLLOWS[combinator]?.(element, before) === true
					known.set(element, answer)
				}
				return answer
			}
		},
		() => true,
	)
}

/** Whether an element stands to one that matches as a combinator says. */
const FOLLOWS: Readonly<Record<string, (element: SvgElement, before: Matches) => boolean>> = {
	'': () => true,
	' ': ({ parent }, before) => {
		for (let at = parent; at; at = at.parent) if (before(at)) return true
		return false
	},
	'>': ({ parent }, before) => parent !== null && before(parent),
	'+': (element, before) => {
		const beside = element.parent?.children ?? []
		const next = beside[beside.indexOf(element) - 1]
		return next !== undefined && before(next)
	},
	'~': (element, before) => {
		const beside = element.parent?.children ?? []
		return beside.slice(0, beside.indexOf(element)).some(before)
	},
}

function isForScreen({ name, prelude }: { name: string; prelude: CssNode | null }): boolean {
	if (name === 'supports' || name === 'layer') return true
	return name === 'media' && !!prelude && /^(all|screen)$/i.test(generate(prelude).trim())
}

const readStyle = new Map<string, Setting[]>()

function readDeclarations(style: string): Setting[] {
	const kept = readStyle.get(style)
	if (kept) return kept
	const list = parse(style, {
		context: 'declarationList',
		parseValue: false,
		onParseError: () => {},
	})
	const found =
		list.type === 'DeclarationList' ? list.children.toArray().flatMap(declarationOf) : []
	if (readStyle.size > 2000) readStyle.clear()
	readStyle.set(style, found)
	return found
}

function declarationOf(node: CssNode): Setting[] {
	if (node.type !== 'Declaration') return []
	const { property, important, value }: Declaration = node
	const name = property.toLowerCase()
	if (!PROPERTIES.has(name)) return []
	const sound = sane(name, generate(value).trim())
	return sound === undefined
		? []
		: [{ property: name, value: sound, important: Boolean(important) }]
}

/** A value as it counts, or `undefined` where it is none and the declaration is void. */
function sane(property: string, value: string): string | undefined {
	// Custom properties are not followed; what stands in for them where they are unset is taken.
	const plain = value
		.replace(/var\(\s*--[\w-]+\s*(?:,([^()]*(?:\([^()]*\))?[^()]*))?\)/g, '$1')
		.trim()
	if (plain === '') return undefined
	if (/^(inherit|initial|unset|revert)$/i.test(plain)) return plain.toLowerCase()
	return (SOUND[property]?.(plain) ?? true) ? plain : undefined
}

const isPaint = (value: string) => readPaint(value) !== undefined
const isShare = (value: string) => shareOf(value) !== undefined
const isLength = (value: string) => (lengthPx(value, ANY_RULER, 'width') ?? -1) >= 0
const oneOf =
	(...words: string[]) =>
	(value: string) =>
		words.includes(value.toLowerCase())

const ANY_RULER = { fontSize: 1, width: 1, height: 1 }

const SOUND: Readonly<Record<string, (value: string) => boolean>> = {
	fill: isPaint,
	stroke: isPaint,
	color: isPaint,
	'fill-opacity': isShare,
	'stroke-opacity': isShare,
	opacity: isShare,
	'fill-rule': oneOf('nonzero', 'evenodd'),
	'clip-rule': oneOf('nonzero', 'evenodd'),
	'stroke-width': isLength,
	'stroke-linecap': oneOf('butt', 'round', 'square'),
	'stroke-linejoin': oneOf('miter', 'round', 'bevel', 'miter-clip', 'arcs'),
	'stroke-miterlimit': (value) => Number(value) >= 1 && Number.isFinite(Number(value)),
	visibility: oneOf('visible', 'hidden', 'collapse'),
}

/** The last id, class or type of a selector, by which it is found; `*` where it names none. */
function keyOf(selector: string): string {
	const last = /[^\s>+~]*$/.exec(selector.replace(/\([^)]*\)|\[[^\]]*\]/g, ''))?.[0] ?? ''
	const own = last.replace(/::?[\w-]+/g, '')
	return /#[\w-]+/.exec(own)?.[0] ?? /\.[\w-]+/.exec(own)?.[0] ?? (/^[\w-]+/.exec(own)?.[0] || '*')
}

/** Ids, classes and types of a selector as one number (Selectors 4, section 17). */
function specificity(selector: string): number {
	let [ids, classes, types] = [0, 0, 0]
	walk(parse(selector, { context: 'selector' }), (node) => {
		if (node.type === 'IdSelector') ids++
		else if (node.type === 'TypeSelector') types += node.name === '*' ? 0 : 1
		else if (node.type === 'PseudoElementSelector') types++
		else if (node.type === 'ClassSelector' || node.type === 'AttributeSelector') classes++
		else if (node.type === 'PseudoClassSelector' && !/^(not|is|where|has)$/.test(node.name))
			classes++
	})
	return ids * 1e4 + Math.min(classes, 99) * 100 + Math.min(types, 99)
}

const SELECTING: Options<SvgElement, SvgElement> = {
	xmlMode: true,
	adapter: {
		isTag: (node): node is SvgElement => true,
		getAttributeValue: ({ attributes }, name) => attributes[name],
		getChildren: ({ children }) => children,
		getName: ({ name }) => name,
		getParent: ({ parent }) => parent,
		getSiblings: (node) => node.parent?.children ?? [node],
		getText: ({ text }) => text,
		hasAttrib: ({ attributes }, name) => name in attributes,
		removeSubsets: (nodes) => nodes,
	},
}
