import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { Problem } from "../../api/client";
import {
  changeSource,
  type Person,
  type SourceBody,
  type SourcePage,
  shelveSource,
  sourceKinds,
} from "../../api/evidence";
import { Choice, DateField, FormEnd, Line, Lines } from "../../kit/form";
import { useToasts } from "../../kit/toasts";

const said = (p: Person) => p.literal || [p.family, p.given].filter(Boolean).join(", ");

/** Names as they are written in a field: a line each, family name first, or a body's name alone. */
const people = (s: string): Person[] =>
  s
    .split("\n")
    .map((x) => x.trim())
    .filter(Boolean)
    .map((x) => {
      const at = x.indexOf(",");
      if (at > 0) return { family: x.slice(0, at).trim(), given: x.slice(at + 1).trim() };
      return { literal: x };
    });

/** Puts a source on the shelf, or changes one. */
export function SourceForm({ change, onDone }: { change?: SourcePage; onDone: () => void }) {
  const [b, set] = useState<SourceBody>({
    kind: change?.described ? change.kind : "book",
    title: change?.title ?? "",
    called: change?.called ?? "",
    date: change?.date ?? "",
    within: change?.within ?? "",
    volume: change?.volume ?? "",
    issue: change?.issue ?? "",
    pages: change?.pages ?? "",
    edition: change?.edition ?? "",
    publisher: change?.publisher ?? "",
    town: change?.town ?? "",
    isbn: change?.isbn ?? "",
    issn: change?.issn ?? "",
    copy: change?.copy ?? "",
    note: change?.note ?? "",
  });
  const [authors, setAuthors] = useState((change?.authors ?? []).map(said).join("\n"));
  const [editors, setEditors] = useState((change?.editors ?? []).map(said).join("\n"));
  const { say } = useToasts();
  const client = useQueryClient();
  const navigate = useNavigate();
  const save = useMutation<{ deed: number; id?: number }, Error>({
    mutationFn: () => {
      const body = { ...b, authors: people(authors), editors: people(editors) };
      return change ? changeSource(change.id, change.edit, body) : shelveSource(body);
    },
    onSuccess: (r) => {
      say(change ? "The source is changed." : `“${b.called || b.title}” stands on the shelf.`, r.deed);
      void client.invalidateQueries();
      onDone();
      if (r.id) void navigate({ to: "/shelf/$id", params: { id: String(r.id) } });
    },
  });
  const wrong = save.error instanceof Problem ? save.error.field : "";
  const line = (
    k:
      | "title"
      | "called"
      | "within"
      | "volume"
      | "issue"
      | "pages"
      | "edition"
      | "publisher"
      | "town"
      | "isbn"
      | "issn"
      | "copy",
    say: string,
    hint?: string,
  ) => (
    <Line
      say={say}
      value={b[k] ?? ""}
      onChange={(v) => set((old) => ({ ...old, [k]: v }))}
      invalid={wrong === k}
      hint={hint}
    />
  );
  return (
    <form
      aria-label={change ? "Change the source" : "Put a source on the shelf"}
      className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2 border border-edge bg-well p-4 max-[900px]:grid-cols-1"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      {line("title", "title; of a letter or a recollection, what it is")}
      <Choice say="kind" value={b.kind} of={sourceKinds} onChange={(kind) => set((old) => ({ ...old, kind }))} />
      {line("called", "what the ledger calls it", b.title || "its title")}
      <Lines say="authors, a line each: family name, given name" value={authors} onChange={setAuthors} rows={2} />
      <Lines say="editors, likewise" value={editors} onChange={setEditors} rows={1} />
      <DateField say="date" value={b.date ?? ""} onChange={(v) => set((old) => ({ ...old, date: v }))} />
      {line("within", "stands in: journal or book")}
      <div className="grid grid-cols-3 gap-2">
        {line("volume", "volume")}
        {line("issue", "issue")}
        {line("pages", "pages")}
      </div>
      {line("edition", "edition")}
      {line("publisher", "publisher")}
      {line("town", "town")}
      {line("isbn", "ISBN")}
      {line("issn", "ISSN")}
      {line("copy", "where the club’s copy stands")}
      <Lines say="note" value={b.note ?? ""} onChange={(v) => set((old) => ({ ...old, note: v }))} rows={2} />
      <FormEnd error={save.error} busy={save.isPending} onDone={onDone}>
        {change ? "Change the source" : "Put it on the shelf"}
      </FormEnd>
    </form>
  );
}
