import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { descents } from "../../api/client";
import {
  type Account,
  type ClaimBody,
  changeClaim,
  datesOf,
  enterClaim,
  grades,
  knowings,
  qualifiers,
  questions,
  shelfQuery,
} from "../../api/evidence";
import { DressingCombobox, NameCombobox } from "../../kit/Combobox";
import { Choice, DateField, FormEnd, Labelled, Line, Lines, Tick } from "../../kit/form";
import { useToasts } from "../../kit/toasts";

/** A source of the shelf, to choose. */
export function SourceChoice({ say, value, onChange }: { say: string; value: number; onChange: (id: number) => void }) {
  const all = useQuery(shelfQuery(""));
  return (
    <Labelled say={say}>
      {(id) => (
        <select id={id} className="field" value={value} onChange={(e) => onChange(Number(e.target.value))}>
          <option value={0}>none on the shelf</option>
          {all.data?.map((s) => (
            <option key={s.id} value={s.id}>
              {s.called}
              {s.date ? ` (${s.date})` : ""}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

type Stance = "says" | "denies" | "searched";
const stances: { is: Stance; say: string }[] = [
  { is: "says", say: "says so" },
  { is: "denies", say: "says that it is not so" },
  { is: "searched", say: "was searched, not found" },
];

/** Enters an account, or changes one. */
export function ClaimForm({
  start,
  change,
  others,
  onDone,
}: {
  start: ClaimBody;
  change?: Account;
  /** The accounts of the same pattern, on which this one may rest. */
  others: Account[];
  onDone: () => void;
}) {
  const [b, set] = useState(start);
  const [parent, setParent] = useState(change?.parentIs ?? "");
  const { say } = useToasts();
  const client = useQueryClient();
  const put =
    <K extends keyof ClaimBody>(k: K) =>
    (v: ClaimBody[K]) =>
      set((old) => ({ ...old, [k]: v }));
  const save = useMutation({
    mutationFn: () => (change ? changeClaim(change.id, change.edit ?? "", b) : enterClaim(b)),
    onSuccess: (r) => {
      say(change ? "The account is changed." : "The account is entered.", r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  const stance: Stance = b.denied ? "denies" : b.searched ? "searched" : "says";
  const rests = others.filter((o) => o.id > 0 && o.question === b.question && o.id !== change?.id);
  return (
    <form
      className="mt-3 grid grid-cols-3 gap-x-4 gap-y-2 border border-edge bg-well p-4 max-[900px]:grid-cols-1"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        save.mutate();
      }}
      aria-label={change ? "Change an account" : "Enter an account"}
    >
      <Choice say="the question" value={b.question} of={questions} onChange={put("question")} />
      <Labelled say="the account">
        {(id) => (
          <select
            id={id}
            className="field"
            value={stance}
            onChange={(e) => {
              const s = e.target.value as Stance;
              set((old) => ({ ...old, denied: s === "denies", searched: s === "searched" }));
            }}
          >
            {stances.map((s) => (
              <option key={s.is} value={s.is}>
                {s.say}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <Choice
        say="with what reserve"
        value={b.qualifier ?? ""}
        of={qualifiers}
        none="none"
        onChange={put("qualifier")}
      />
      {b.question === "descends" ? (
        <>
          <Labelled say="from which dressing">
            {(id) => (
              <DressingCombobox
                id={id}
                value={parent}
                onType={setParent}
                placeholder="begin to type a name, or a folio"
                onChoose={(e) => {
                  setParent(`${e.title} · folio ${e.folio}`);
                  put("parent")(e.folio);
                }}
              />
            )}
          </Labelled>
          <Choice say="in which way" value={b.link ?? "variant of"} of={descents} onChange={put("link")} />
        </>
      ) : b.question === "first printed" ? (
        <SourceChoice say="printed in" value={b.printed ?? 0} onChange={put("printed")} />
      ) : (
        <>
          <Labelled say="who">
            {(id) => <NameCombobox of="people" id={id} value={b.person ?? ""} onType={put("person")} maxLength={200} />}
          </Labelled>
          <Line say="or what, in words" value={b.says ?? ""} onChange={put("says")} maxLength={400} />
        </>
      )}
      <SourceChoice say="according to" value={b.source ?? 0} onChange={put("source")} />
      <Line say="place there: page, minute" value={b.place ?? ""} onChange={put("place")} maxLength={100} />
      <Labelled say="whose account it is">
        {(id) => <NameCombobox of="people" id={id} value={b.by ?? ""} onType={put("by")} maxLength={200} />}
      </Labelled>
      <Choice say="how good it is" value={b.grade ?? ""} of={grades} onChange={put("grade")} />
      <Choice say="they knew because they had" value={b.knows ?? ""} of={knowings} onChange={put("knows")} />
      <Labelled say="it rests on">
        {(id) => (
          <select id={id} className="field" value={b.from ?? 0} onChange={(e) => put("from")(Number(e.target.value))}>
            <option value={0}>no other account</option>
            {rests.map((o) => (
              <option key={o.id} value={o.id}>
                {o.id}: {o.answer}
                {o.cited ? `, ${o.cited.called}` : ""}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <DateField say="when it happened" value={b.date ?? ""} onChange={put("date")} />
      <Choice say="the date is when it was" value={b.dateOf ?? ""} of={datesOf} onChange={put("dateOf")} />
      <DateField say="when the account was given" value={b.told ?? ""} onChange={put("told")} />
      <Tick say="who says so gains by it" on={!!b.interested} onChange={put("interested")} />
      <Tick say="closed: nobody looks into it any more" on={!!b.closed} onChange={put("closed")} />
      <Lines say="note" value={b.note ?? ""} onChange={put("note")} rows={2} hint="the words, where they are short" />
      <FormEnd error={save.error} busy={save.isPending} onDone={onDone}>
        {change ? "Change the account" : "Enter the account"}
      </FormEnd>
    </form>
  );
}
