import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useEffect, useState } from "react";
import { formats, type OnShelf, shelfFile, shelfQuery, type TakenSources, takeInSources } from "../../api/evidence";
import { Labelled, Line, Refused, Tick } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { walk } from "../ledger/DressingTable";
import { SourceForm } from "./SourceForm";

/** The shelf: books, letters, recollections and all else that the evidence rests on. */
export function ShelfRoom() {
  const [typed, setTyped] = useState("");
  const q = useQuery(shelfQuery(useDeferredValue(typed.trim())));
  const { show } = useVice();
  const [doing, setDoing] = useState<"" | "add" | "file">("");
  const [style, setStyle] = useState<"note" | "year">(() =>
    localStorage.getItem("mothledger.cite") === "year" ? "year" : "note",
  );
  useEffect(() => show(undefined), [show]);
  useKeys("Shelf", [
    { key: "a", what: "put a source on the shelf", do: () => setDoing("add") },
    { key: "j", what: "the next row", do: () => walk(1) },
    { key: "k", what: "the row before", do: () => walk(-1) },
  ]);
  const cite = (s: "note" | "year") => {
    localStorage.setItem("mothledger.cite", s);
    setStyle(s);
  };
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <header className="flex flex-wrap items-end gap-3 border-b-2 border-edge pb-3">
        <h1 className="grow text-4xl">Shelf</h1>
        <div className="w-[20rem] max-w-full">
          <Line say="find" value={typed} onChange={setTyped} hint="an author, a title, a cupboard" />
        </div>
        <Labelled say="cited">
          {(id) => (
            <select id={id} className="field" value={style} onChange={(e) => cite(e.target.value as "note" | "year")}>
              <option value="note">as in a note</option>
              <option value="year">by author and year</option>
            </select>
          )}
        </Labelled>
        <button
          type="button"
          className="btn"
          aria-expanded={doing === "add"}
          onClick={() => setDoing(doing === "add" ? "" : "add")}
          aria-keyshortcuts="a"
        >
          Add a source
        </button>
        <button
          type="button"
          className="btn"
          aria-expanded={doing === "file"}
          onClick={() => setDoing(doing === "file" ? "" : "file")}
        >
          Files in and out
        </button>
        <Link to="/bequests" className="btn">
          Bequests
        </Link>
      </header>
      {doing === "add" && <SourceForm onDone={() => setDoing("")} />}
      {doing === "file" && <Files onDone={() => setDoing("")} />}
      {q.isError && <Trouble error={q.error} onRetry={() => void q.refetch()} />}
      {!q.data && !q.isError && <Waiting />}
      {q.data?.length === 0 && (
        <p className="book mt-6 text-[1.15rem]">
          {typed
            ? `Nothing on the shelf holds “${typed}”.`
            : "The shelf is empty. Add a source, or take in a file of them."}
        </p>
      )}
      <ul>
        {q.data?.map((s) => (
          <Row key={s.id} s={s} style={style} />
        ))}
      </ul>
    </div>
  );
}

function Row({ s, style }: { s: OnShelf; style: "note" | "year" }) {
  return (
    <li className="relative grid grid-cols-[7rem_minmax(0,1fr)_minmax(0,15rem)_8rem] gap-x-4 border-b border-rule py-2 hover:bg-well max-[800px]:grid-cols-1">
      <span className="caps pt-1">{s.described ? s.kind : "not described"}</span>
      <span className="min-w-0 leading-snug">
        <Link
          to="/shelf/$id"
          params={{ id: String(s.id) }}
          data-row
          className="book text-[1.15rem] [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
        >
          {style === "note" ? s.cite : s.byYear}
        </Link>
        {s.called !== s.title && <span className="block text-[0.92rem] text-soft">called “{s.called}” here</span>}
        {s.twins.map((t) => (
          <span key={t.id} className="block text-[0.92rem] font-semibold text-amber">
            perhaps the same as “{t.called}”: {t.why}
          </span>
        ))}
      </span>
      <span className="min-w-0 text-[0.95rem] leading-snug text-soft">{s.copy}</span>
      <span className="text-[0.95rem] text-soft">
        {s.dressings > 0 && (
          <span className="block">{s.dressings === 1 ? "1 dressing" : `${s.dressings} dressings`}</span>
        )}
        {s.claims > 0 && <span className="block">{s.claims === 1 ? "1 account" : `${s.claims} accounts`}</span>}
      </span>
    </li>
  );
}

const states = { new: "new", there: "on the shelf already", twin: "perhaps on the shelf", wrong: "cannot be kept" };

/** Takes a file of sources in, and gives the shelf out. */
function Files({ onDone }: { onDone: () => void }) {
  const [text, setText] = useState("");
  const [twins, setTwins] = useState(false);
  const { say } = useToasts();
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: (look: boolean) => takeInSources(text, look, twins),
    onSuccess: (r: TakenSources, look) => {
      if (look) return;
      say(r.taken === 1 ? "1 source is taken in." : `${r.taken} sources are taken in.`, r.deed);
      void client.invalidateQueries();
    },
  });
  const seen = take.data;
  return (
    <section aria-label="Files in and out" className="mt-3 border border-edge bg-well p-4">
      <p className="mb-2 flex flex-wrap items-center gap-x-4">
        <span>The whole shelf as a file:</span>
        {formats.map((f) => (
          <a key={f} href={shelfFile(f)} download className="link inline-flex min-h-[40px] items-center">
            {{ bibtex: "BibTeX", ris: "RIS", "csl-json": "CSL-JSON" }[f]}
          </a>
        ))}
      </p>
      <Labelled say="or take one in: BibTeX, RIS or CSL-JSON, pasted or from a file">
        {(id) => (
          <textarea
            id={id}
            className="field !py-2 font-mono text-[0.95rem]"
            rows={6}
            value={text}
            spellCheck={false}
            onChange={(e) => {
              setText(e.target.value);
              take.reset();
            }}
          />
        )}
      </Labelled>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <input
          type="file"
          aria-label="A file of sources"
          accept=".bib,.ris,.json,.txt"
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f)
              void f.text().then((t) => {
                setText(t);
                take.reset();
              });
          }}
        />
        <button
          type="button"
          className="btn"
          disabled={!text.trim() || take.isPending}
          onClick={() => take.mutate(true)}
        >
          Look it through
        </button>
        <button
          type="button"
          className="btn btn-main"
          disabled={!text.trim() || take.isPending}
          onClick={() => take.mutate(false)}
        >
          Take in what is new
        </button>
        <Tick say="and what is perhaps here already" on={twins} onChange={setTwins} />
        <button type="button" className="btn" onClick={onDone}>
          Done
        </button>
      </p>
      <Refused error={take.error} />
      {seen && (
        <div role="status" className="mt-2">
          <p className="font-semibold">
            {seen.records.length} read as {{ bibtex: "BibTeX", ris: "RIS", "csl-json": "CSL-JSON" }[seen.format]}
            {seen.problems.length > 0 && `, ${seen.problems.length} with a problem`}
            {seen.deed > 0 && `; ${seen.taken} taken in`}
          </p>
          <ul className="max-h-[22rem] overflow-y-auto">
            {seen.problems.map((p) => (
              <li key={`${p.line} ${p.msg}`} className="border-b border-rule py-1 text-amber">
                line {p.line}: {p.msg}
                {p.text && (
                  <span className="block font-mono text-[0.85rem] text-soft [overflow-wrap:anywhere]">{p.text}</span>
                )}
              </li>
            ))}
            {seen.records.map((r) => (
              <li
                key={`${r.line} ${r.key ?? ""} ${r.cite}`}
                className="grid grid-cols-[4rem_minmax(0,1fr)_13rem] gap-x-3 border-b border-rule py-1"
              >
                <span className="text-soft">line {r.line}</span>
                <span className="book">
                  {r.id ? (
                    <Link to="/shelf/$id" params={{ id: String(r.id) }} className="link">
                      {r.cite}
                    </Link>
                  ) : (
                    r.cite
                  )}
                  {r.why && <span className="font-plain block text-[0.92rem] text-amber">{r.why}</span>}
                </span>
                <span className={r.state === "new" ? "font-semibold" : "text-soft"}>
                  {r.id ? "taken in" : states[r.state]}
                  {r.twin && (
                    <span className="block text-[0.92rem]">
                      “{r.twin.called}”: {r.twin.why}
                    </span>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
