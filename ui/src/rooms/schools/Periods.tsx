import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { periodsQuery, setPeriod } from "../../api/evidence";
import { Labelled, Line, Refused } from "../../kit/form";
import { useToasts } from "../../kit/toasts";

/** The width that the club gives to words such as "the war": dates that hold them follow. */
export function Periods() {
  const q = useQuery(periodsQuery);
  const client = useQueryClient();
  const { say } = useToasts();
  const [words, setWords] = useState("");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const [note, setNote] = useState("");
  const save = useMutation({
    mutationFn: setPeriod,
    onSuccess: (r, p) => {
      say(p.out ? `“${p.words}” has no width any more.` : `“${p.words}” is from ${p.from} to ${p.to}.`, r.deed);
      setWords("");
      setNote("");
      void client.invalidateQueries();
    },
  });
  const day = (label: string, v: string, set: (v: string) => void) => (
    <Labelled say={label}>
      {(id) => <input id={id} type="date" className="field" value={v} onChange={(e) => set(e.target.value)} />}
    </Labelled>
  );
  return (
    <section aria-label="Words for dates" className="mt-8">
      <h2 className="text-2xl">Words for dates</h2>
      <p className="book max-w-prose">
        What this club means by “the war” or “the old committee”. A date such as “before the war” is read with it, and
        follows when it changes.
      </p>
      <ul>
        {q.data?.map((p) => (
          <li key={p.words} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
            <b className="book text-[1.12rem]">{p.words}</b>
            <span>
              {p.from} to {p.to}
            </span>
            <span className="book grow italic text-soft">{p.note}</span>
            <button
              type="button"
              className="btn !min-h-[36px]"
              onClick={() => save.mutate({ words: p.words, from: p.from, to: p.to, out: true })}
            >
              Take it out<span className="sr-only">: {p.words}</span>
            </button>
          </li>
        ))}
      </ul>
      <form
        aria-label="Give words a width"
        className="mt-2 grid grid-cols-[1fr_10rem_10rem_1fr_auto] items-end gap-2 max-[900px]:grid-cols-1"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate({ words, from, to, note });
        }}
      >
        <Line say="the words" value={words} onChange={setWords} hint="the flood" maxLength={100} />
        {day("the first day", from, setFrom)}
        {day("the last day", to, setTo)}
        <Line say="why so" value={note} onChange={setNote} />
        <button type="submit" className="btn" disabled={!words.trim() || !from || !to || save.isPending}>
          Set it
        </button>
        <Refused error={save.error} />
      </form>
    </section>
  );
}
