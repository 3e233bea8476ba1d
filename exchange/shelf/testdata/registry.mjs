// Reads files with the citation-js packages of the npm registry and writes what they make of them,
// as CSL-JSON and in each format again. Standard input: {"bibtex": text, "ris": text, "csl-json": text}.
import { Cite, plugins } from '@citation-js/core'
import '@citation-js/plugin-bibtex'
import '@citation-js/plugin-ris'
import '@citation-js/plugin-csl'

plugins.config.get('@bibtex').parse.sentenceCase = 'never'
plugins.config.get('@bibtex').format.useIdAsLabel = true

let text = ''
for await (const piece of process.stdin) text += piece
const files = JSON.parse(text)
const forced = { bibtex: '@bibtex/text', ris: '@ris/file', 'csl-json': '@else/json' }
const out = {}
for (const [format, file] of Object.entries(files)) {
	const cite = new Cite(file, { forceType: forced[format] })
	out[format] = { items: cite.data, bibtex: cite.format('bibtex'), ris: cite.format('ris'), 'csl-json': cite.format('data') }
}
console.log(JSON.stringify(out))
