import type { Mark, Read } from "../../api/client";

export type LineMarks = Mark[];

/** The marks of a reading by the text of their line. A line that was typed on
 * since has none until it is read again. */
export function marksByLine(read: Read | undefined): Map<string, LineMarks> {
  const out = new Map<string, LineMarks>();
  for (const l of read?.lines ?? []) out.set(l.marks.map((m) => m.text).join(""), l.marks);
  return out;
}

/** The line and the piece of it that a place in the text belongs to. */
export function wordAt(text: string, at: number, marks: Map<string, LineMarks>): Mark | undefined {
  const from = text.lastIndexOf("\n", at - 1) + 1;
  const end = text.indexOf("\n", at);
  const line = text.slice(from, end < 0 ? text.length : end);
  const list = marks.get(line);
  if (!list) return undefined;
  let k = from;
  for (const m of list) {
    if (at <= k + m.text.length && m.as !== "space") return m;
    k += m.text.length;
  }
  return undefined;
}

const words: Record<Mark["as"], string> = {
  label: "names a part",
  header: "about the dressing as a whole",
  material: "a material",
  colour: "a colour",
  size: "a grade",
  preparation: "how it is prepared",
  amount: "how much, without a number",
  count: "how many",
  length: "how long",
  place: "where it lies",
  turns: "how often it is wound",
  winding: "which way it is wound",
  hook: "the hook",
  thread: "the thread’s size",
  optional: "whether the fly needs it",
  alternative: "accepted instead",
  condition: "holds only sometimes",
  said: "somebody’s own way",
  note: "a remark",
  plain: "carries no value",
  unread: "not understood",
  space: "",
};

/** What a piece was taken for, in words. */
export const markWords = (m: Mark) => [words[m.as], m.meaning].filter(Boolean).join(": ");
