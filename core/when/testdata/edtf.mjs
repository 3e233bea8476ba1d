// Reads a text a line and writes what the edtf package of the npm registry makes of it: the first
// and the last day, "open" for an end that is open, "-" where it refuses the text.
import edtf from 'edtf'
import { createInterface } from 'node:readline'

const day = (ms) => {
	if (ms === null || ms === undefined || Math.abs(ms) === Infinity) return 'open'
	const d = new Date(ms)
	if (Number.isNaN(d.getTime())) return 'beyond'
	return `${d.getUTCFullYear()} ${d.getUTCMonth() + 1} ${d.getUTCDate()}`
}

for await (const line of createInterface({ input: process.stdin })) {
	try {
		const x = edtf(line)
		let first = x.min
		let last = x.max
		if (x.type === 'Interval') {
			if (x.lower === null || x.lower === Infinity || x.lower === -Infinity) first = null
			if (x.upper === null || x.upper === Infinity) last = null
		}
		console.log(`${day(first)}|${day(last)}`)
	} catch {
		console.log('-')
	}
}
