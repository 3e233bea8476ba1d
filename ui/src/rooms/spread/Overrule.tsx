import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useId, useState } from "react";
import { overrule, Problem, type Spread, type Verdict, verdicts } from "../../api/client";
import { DressingCombobox } from "../../kit/Combobox";
import { useToasts } from "../../kit/toasts";

const says: Record<Verdict, string> = {
  same: "the same dressing",
  "same-as-far-as-told": "the same as far as it is told",
  "cannot-tell": "it cannot be told",
  colour: "a colour version",
  substitution: "a substitution",
  simplified: "a simplified version",
  "dressed-up": "a dressed-up version",
  "re-proportioned": "a re-proportioned version",
  technique: "another technique",
  new: "a new pattern",
  "no-kin": "no kin",
};

/** An archivist's own verdict in the place of the computed one, with why. */
export function Overrule({ s }: { s: Spread }) {
  const [open, setOpen] = useState(false);
  const [verdict, setVerdict] = useState<Verdict>(s.overruled?.verdict ?? s.comparison.verdict);
  const [note, setNote] = useState(s.overruled?.note ?? "");
  const client = useQueryClient();
  const { say } = useToasts();
  const put = useMutation({
    mutationFn: (v: Verdict | undefined) => overrule(s.variant.entry.folio, s.parent.entry.folio, v, v ? note : ""),
    onSuccess: (r, v) => {
      say(v ? `It is called ${says[v]} here.` : "The computed verdict stands again.", r.deed);
      void client.invalidateQueries();
      setOpen(false);
    },
  });
  const problem = put.error instanceof Problem ? put.error : undefined;
  if (!open)
    return (
      <>
        <button type="button" className="btn !min-h-[38px]" onClick={() => setOpen(true)}>
          {s.overruled ? "Change the club’s verdict" : "Overrule the verdict"}
        </button>
        {s.overruled && (
          <button type="button" className="btn !min-h-[38px]" onClick={() => put.mutate(undefined)}>
            Let the computed one stand
          </button>
        )}
      </>
    );
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3 border border-edge bg-well px-4 py-3"
      aria-label="Overrule the verdict"
      onSubmit={(e) => {
        e.preventDefault();
        put.mutate(verdict);
      }}
    >
      <label>
        <span className="caps block">it is</span>
        <select className="field" value={verdict} onChange={(e) => setVerdict(e.target.value as Verdict)}>
          {verdicts.map((v) => (
            <option key={v} value={v}>
              {says[v]}
            </option>
          ))}
        </select>
      </label>
      <label className="grow">
        <span className="caps block">because</span>
        <input
          className="field"
          maxLength={4000}
          value={note}
          aria-invalid={!!problem || undefined}
          onChange={(e) => {
            setNote(e.target.value);
            put.reset();
          }}
        />
      </label>
      <button type="submit" className="btn btn-main" disabled={put.isPending}>
        Keep it
      </button>
      <button type="button" className="btn" onClick={() => setOpen(false)}>
        Leave it
      </button>
      {problem && (
        <p role="alert" className="w-full font-semibold text-amber">
          {problem.message}
        </p>
      )}
    </form>
  );
}

/** Lays another dressing, chosen by name, beside the left one. */
export function LayBeside({ parent }: { parent: number }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const navigate = useNavigate();
  const id = useId();
  if (!open)
    return (
      <button type="button" className="btn !min-h-[38px]" onClick={() => setOpen(true)}>
        Lay another beside it
      </button>
    );
  return (
    <div className="w-[20rem]">
      <label className="sr-only" htmlFor={id}>
        Another dressing, by name or folio
      </label>
      <DressingCombobox
        id={id}
        label="Another dressing, by name or folio"
        value={typed}
        onType={setTyped}
        placeholder="a name or a folio"
        onChoose={(e) => {
          setOpen(false);
          void navigate({
            to: "/spread/$parent/$variant",
            params: { parent: String(parent), variant: String(e.folio) },
          });
        }}
      />
    </div>
  );
}
