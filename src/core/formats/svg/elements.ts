import { SaxesParser } from 'saxes'
import { SvgSyntaxError } from './svgSyntaxError'

/** An element of a drawing, with the elements in it. Those of other namespaces are not kept. */
export interface SvgElement {
	/** Without its prefix. */
	readonly name: string
	/** By their names without prefix; those of other namespaces than XLink are not kept, but for `xml:space`. */
	readonly attributes: Readonly<Record<string, string>>
	readonly parent: SvgElement | null
	readonly children: SvgElement[]
	/** The text in it, where that counts: of titles and style sheets. */
	text: string
	/** Of a `text` and what stands in it: its words and elements in their order. */
	readonly content?: (string | SvgElement)[]
}

export interface SvgTree {
	readonly root: SvgElement
	/** Elements by their `id`, the first where it is given twice. */
	readonly byId: ReadonlyMap<string, SvgElement>
	/** Style sheets in the order they stand. */
	readonly styles: readonly string[]
	/** Elements that lie deeper than any drawing needs, left out. */
	readonly tooDeep: number
}

const SVG = 'http://www.w3.org/2000/svg'
/** A drawing of a million elements is no drawing; the application holds no more. */
const MOST_ELEMENTS = 1_000_000
const DEEPEST = 400
/** Entities may make a document longer by this, all in all, and stand for no more each. */
const MOST_EXPANDED = 1_000_000
const LONGEST_ENTITY = 10_000
/** Of more words than this, UTF-16 units, the rest is not read. */
const LONGEST_WORDS = 200_000
/** Longer titles are cut off. */
const LONGEST_TITLE = 200

/**
 * Reads the elements of an SVG document. Nothing is fetched; entities that the document declares as
 * plain text are expanded within a bound.
 * @throws {SvgSyntaxError} where the text is no XML, or no SVG
 */
export function parseElements(text: string): SvgTree {
	const parser = new SaxesParser({ xmlns: false, position: true })
	const byId = new Map<string, SvgElement>()
	const styles: string[] = []
	const scopes: Scope[] = []
	let root: SvgElement | null = null
	let count = 0
	let tooDeep = 0
	let words = 0

	parser.on('error', (error) => {
		throw new SvgSyntaxError(`The SVG cannot be read. ${placed(error.message)}`)
	})
	parser.on('doctype', (doctype) => declareEntities(parser, doctype))
	parser.on('opentag', (tag) => {
		const outer = scopes.at(-1)
		const scope = scopeOf(tag.attributes, outer)
		const { prefix, name } = split(tag.name)
		if (!outer && name !== 'svg')
			throw new SvgSyntaxError(`The file holds <${tag.name}>, not a drawing.`)
		if (++count > MOST_ELEMENTS)
			throw new SvgSyntaxError(
				`The drawing holds more than ${MOST_ELEMENTS.toLocaleString('en')} elements.`,
			)
		const isSvg = (scope.uris.get(prefix) ?? (prefix === '' ? SVG : '')) === SVG
		const deep = scopes.length > DEEPEST
		if (deep) tooDeep++
		if (!isSvg || deep || (outer && !outer.element)) {
			scopes.push({ ...scope, element: null })
			return
		}
		const attributes = ownAttributes(tag.attributes, scope)
		const parent = outer?.element ?? null
		const isText = name === 'text' || parent?.content !== undefined
		const bare = { name, attributes, parent, children: [], text: '' }
		const element: SvgElement = isText ? { ...bare, content: [] } : bare
		parent?.children.push(element)
		parent?.content?.push(element)
		if (!parent) root = element
		const { id } = attributes
		if (id && !byId.has(id)) byId.set(id, element)
		scopes.push({ ...scope, element })
	})
	const onText = (part: string) => {
		const element = scopes.at(-1)?.element
		if (element?.name === 'style') element.text += part
		else if (element?.name === 'title' && element.text.length < LONGEST_TITLE)
			element.text += part.slice(0, LONGEST_TITLE)
		else if (element?.content && words < LONGEST_WORDS) {
			element.content.push(part)
			words += part.length
		}
	}
	parser.on('text', onText)
	parser.on('cdata', onText)
	parser.on('closetag', () => {
		const element = scopes.pop()?.element
		if (element?.name === 'style' && isCss(element)) styles.push(element.text)
	})
	parser.write(text.replace(/^\uFEFF/, '')).close()
	if (!root) throw new SvgSyntaxError('The file holds no drawing.')
	return { root, byId, styles, tooDeep }
}

/** The parser's “3:12: what is wrong”, in words. */
function placed(message: string): string {
	const plain = message.replace(/^(\d+):(\d+): (.*)$/s, 'Line $1, character $2: $3')
	return /[.!?]$/.test(plain) ? plain : `${plain}.`
}

interface Scope {
	/** Namespaces by prefix. */
	readonly uris: ReadonlyMap<string, string>
	readonly element?: SvgElement | null
}

function scopeOf(attributes: Readonly<Record<string, string>>, outer: Scope | undefined): Scope {
	const uris = outer?.uris ?? new Map([['xlink', XLINK]])
	const declared = Object.entries(attributes).filter(([name]) => /^xmlns(:|$)/.test(name))
	if (declared.length === 0) return { uris }
	const next = new Map(uris)
	for (const [name, uri] of declared) next.set(name.slice(6), uri.trim())
	return { uris: next }
}

const XLINK = 'http://www.w3.org/1999/xlink'

function ownAttributes(all: Readonly<Record<string, string>>, { uris }: Scope) {
	const own: Record<string, string> = Object.create(null)
	for (const [full, value] of Object.entries(all)) {
		const { prefix, name } = split(full)
		if (prefix === '' || full === 'xml:space') own[full] = value
		else if (uris.get(prefix) === XLINK) own[name] ??= value
	}
	return own
}

function split(full: string): { prefix: string; name: string } {
	const at = full.indexOf(':')
	return at < 0
		? { prefix: '', name: full }
		: { prefix: full.slice(0, at), name: full.slice(at + 1) }
}

function isCss({ attributes }: SvgElement): boolean {
	const { type = '', media = '' } = attributes
	return /^(text\/css)?$/i.test(type.trim()) && /^(all|screen)?$/i.test(media.trim())
}

/** Entities that stand for plain text, such as those that shorten namespaces. */
function declareEntities(parser: SaxesParser, doctype: string): void {
	let expanded = 0
	const declared = parser.ENTITIES as Record<string, string>
	const read = /<!ENTITY\s+([\w.-]+)\s+(?:"([^"]*)"|'([^']*)')\s*>/g
	for (const [, name = '', double, single] of doctype.matchAll(read)) {
		const value = double ?? single ?? ''
		if (/[<&]/.test(value) || value.length > LONGEST_ENTITY || Object.hasOwn(declared, name))
			continue
		Object.defineProperty(declared, name, {
			get: () => {
				expanded += value.length
				if (expanded > MOST_EXPANDED)
					throw new SvgSyntaxError('The entities of the SVG make it too long.')
				return value
			},
		})
	}
}
