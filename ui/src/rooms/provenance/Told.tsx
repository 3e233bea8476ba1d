import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import {
  type Account,
  type Adoption,
  adoptReading,
  changeClaim,
  type Provenance,
  type Question,
  questions,
  rulesQuery,
} from "../../api/evidence";
import { FormEnd, Line, Lines } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Name } from "../../kit/Name";
import { useToasts } from "../../kit/toasts";
import { ClaimForm } from "./ClaimForm";

/** How a question is asked on the page. */
const asks: Record<Question, string> = {
  originated: "Who originated it",
  named: "Who named it",
  "first printed": "Where it was first printed",
  adapted: "Who adapted it",
  popularised: "Who made it known",
  tied: "How it was tied",
  descends: "What it comes from",
};

/** What is told of a fly: of each question the reading that the ledger adopts, by which rule, and below it
 * the accounts side by side. */
export function Told({ pattern, folio, p }: { pattern: number; folio?: number; p: Provenance }) {
  const [adding, setAdding] = useState<Question>();
  useKeys("Provenance", [{ key: "a", what: "enter an account", do: () => setAdding("originated") }]);
  const shown = questions.filter((q) => p.readings.some((r) => r.of === q) || p.accounts.some((a) => a.question === q));
  return (
    <section aria-label="What is told">
      <div className="flex flex-wrap items-baseline gap-4">
        <h2 className="grow text-2xl">What is told</h2>
        <button type="button" className="btn no-print" onClick={() => setAdding("originated")} aria-keyshortcuts="a">
          Enter an account
        </button>
      </div>
      {adding && (
        <ClaimForm
          start={{ pattern, folio: folio ?? 0, question: adding }}
          others={p.accounts}
          onDone={() => setAdding(undefined)}
        />
      )}
      {shown.map((q) => (
        <Asked
          key={q}
          pattern={pattern}
          question={q}
          reading={p.readings.find((r) => r.of === q)}
          list={p.accounts.filter((a) => a.question === q)}
          all={p.accounts}
        />
      ))}
      <Rules />
    </section>
  );
}

function Asked({
  pattern,
  question,
  reading,
  list,
  all,
}: {
  pattern: number;
  question: Question;
  reading?: Adoption;
  list: Account[];
  all: Account[];
}) {
  const [deciding, setDeciding] = useState(false);
  return (
    <section className="mt-4 border-t-2 border-edge pt-2" aria-label={asks[question]}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="caps">{asks[question]}</h3>
        {reading && reading.open > 1 && <span className="text-[0.9rem] text-soft">{reading.open} accounts open</span>}
      </div>
      {reading && (
        <>
          <p className="book text-[1.45rem] leading-snug" data-testid={`adopted ${question}`}>
            {reading.says}
            {reading.date && (
              <span className="text-[1.1rem] text-soft">
                {" "}
                · {reading.dateOf ? `${reading.dateOf} ` : ""}
                {reading.date}
              </span>
            )}
          </p>
          <p className="text-[0.98rem] leading-snug">
            {reading.decided ? (
              <>
                <b>Adopted by an archivist:</b> <span className="book">{reading.note}</span> The rules would adopt{" "}
                <b>{reading.otherwise}</b>.
              </>
            ) : (
              reading.because
            )}
          </p>
          <p className="text-[0.92rem] text-soft">
            <span className="caps">would overturn it </span>
            {reading.overturns}
          </p>
          {reading.doubts.map((d) => (
            <p key={d} className="mt-1 border-l-4 border-amber bg-well px-3 py-1">
              {d}
            </p>
          ))}
        </>
      )}
      <ul className="mt-1">
        {list.map((a) => (
          <Row key={a.id} a={a} all={all} />
        ))}
      </ul>
      {question !== "descends" && (
        <button
          type="button"
          className="link no-print min-h-[36px] text-[0.92rem] text-soft"
          aria-expanded={deciding}
          onClick={() => setDeciding(!deciding)}
        >
          {reading?.decided ? "change what is adopted" : "adopt another"}
          <span className="sr-only">: {asks[question]}</span>
        </button>
      )}
      {deciding && <Decide pattern={pattern} question={question} reading={reading} onDone={() => setDeciding(false)} />}
    </section>
  );
}

/** How an account is known, in a few words. */
const worth = (a: Account) =>
  [
    a.grade,
    a.knows && (a.knows === "seen" ? "saw it" : a.knows === "told" ? "was told" : "believes it"),
    a.interested && "gains by it",
  ]
    .filter(Boolean)
    .join(", ");

function Row({ a, all }: { a: Account; all: Account[] }) {
  const [changing, setChanging] = useState(false);
  const { say } = useToasts();
  const client = useQueryClient();
  const out = useMutation({
    mutationFn: () => changeClaim(a.id, a.edit ?? "", a, true),
    onSuccess: (r) => {
      say("The account is out.", r.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  // an account in its teller's own book is cited with the name
  const by = a.by && !a.cited?.cite.startsWith(a.by) ? a.by : "";
  const mark = a.stand.for ? "for" : a.denied || a.searched ? "against" : a.stand.aside ? "aside" : "rival";
  return (
    <li
      className={`grid grid-cols-[4.2rem_minmax(0,1fr)_auto] gap-x-3 border-b border-rule py-1.5 ${a.closed ? "text-soft" : ""}`}
    >
      <span className="pt-0.5 text-[0.85rem] leading-tight text-soft">
        {a.card ? "card" : `no. ${a.id}`}
        <b className={`block ${mark === "for" ? "text-amber" : ""}`}>{mark}</b>
      </span>
      <span className="min-w-0 leading-snug">
        <span className="book text-[1.12rem]">
          {a.person && !a.denied && !a.qualifier ? <Name of="people" name={a.person} /> : a.answer}
        </span>
        {a.dated && (
          <span className="text-soft">
            {" "}
            · {a.dateOf ? `${a.dateOf} ` : ""}
            {a.date}
          </span>
        )}
        <span className="block text-[0.95rem]">
          {a.card ? (
            <Link to="/folio/$folio" params={{ folio: String(a.card) }} className="link">
              the card of folio {a.card}
            </Link>
          ) : (
            by && <span>{by}</span>
          )}
          {a.cited && (
            <>
              {a.card || by ? ", " : ""}
              <Link to="/shelf/$id" params={{ id: String(a.cited.id) }} className="link italic">
                {a.cited.cite}
              </Link>
            </>
          )}
          {a.told && (
            <span className="text-soft">
              {" "}
              told {a.told}
              {a.after && `, ${a.after}`}
            </span>
          )}
        </span>
        {worth(a) && <span className="block text-[0.92rem] text-soft">{worth(a)}</span>}
        {a.note && <span className="book block text-[1rem] italic">{a.note}</span>}
        {a.stand.aside && <span className="block text-[0.92rem] font-semibold">{a.stand.aside}</span>}
        {a.closed && <span className="caps block">closed</span>}
      </span>
      {a.id > 0 && (
        <span className="no-print flex items-start gap-2">
          <button
            type="button"
            className="link min-h-[36px] text-[0.92rem] text-soft"
            aria-expanded={changing}
            onClick={() => setChanging(!changing)}
          >
            change<span className="sr-only"> account {a.id}</span>
          </button>
          <button type="button" className="link min-h-[36px] text-[0.92rem] text-soft" onClick={() => out.mutate()}>
            take out<span className="sr-only"> account {a.id}</span>
          </button>
        </span>
      )}
      {changing && (
        <div className="col-span-full">
          <ClaimForm start={claimOf(a)} change={a} others={all} onDone={() => setChanging(false)} />
        </div>
      )}
    </li>
  );
}

/** The account without what the page says of it. */
function claimOf(a: Account) {
  const {
    id: _id,
    edit: _edit,
    answer: _answer,
    cited: _cited,
    dated: _dated,
    toldIn: _toldIn,
    after: _after,
    stand: _stand,
    card: _card,
    madeAt: _madeAt,
    parentIs: _parentIs,
    ...body
  } = a;
  return body;
}

function Decide({
  pattern,
  question,
  reading,
  onDone,
}: {
  pattern: number;
  question: Question;
  reading?: Adoption;
  onDone: () => void;
}) {
  const [who, setWho] = useState(reading?.decided ? reading.adopted.join("; ") : "");
  const [note, setNote] = useState(reading?.note ?? "");
  const { say } = useToasts();
  const client = useQueryClient();
  const save = useMutation({
    mutationFn: (clear: boolean) =>
      adoptReading(pattern, {
        question,
        adopted: who
          .split(";")
          .map((x) => x.trim())
          .filter(Boolean),
        note: note || (clear ? "left to the rules" : ""),
        clear: clear || undefined,
      }),
    onSuccess: (r, clear) => {
      say(clear ? "The rules decide again." : "Adopted.", r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  return (
    <form
      className="grid grid-cols-1 gap-2 border border-edge bg-well p-4"
      aria-label="Adopt another"
      onSubmit={(e: FormEvent) => {
        e.preventDefault();
        save.mutate(false);
      }}
    >
      <Line
        say="adopted instead; several with a semicolon between, nothing for unknown"
        value={who}
        onChange={setWho}
        maxLength={400}
      />
      <Lines say="why" value={note} onChange={setNote} rows={2} />
      <FormEnd
        error={save.error}
        busy={save.isPending}
        onDone={onDone}
        more={
          reading?.decided && (
            <button type="button" className="btn" onClick={() => save.mutate(true)}>
              Leave it to the rules
            </button>
          )
        }
      >
        Adopt it
      </FormEnd>
    </form>
  );
}

/** The rules, printed. */
function Rules() {
  const q = useQuery(rulesQuery);
  return (
    <details className="no-print mt-5">
      <summary className="link inline-block min-h-[36px] cursor-pointer">
        The rules by which a reading is adopted
      </summary>
      <dl className="mt-1">
        {q.data?.map((r) => (
          <div key={r.rule} className="border-b border-rule py-1.5 leading-snug">
            <dt className="book">{r.says}</dt>
            <dd className="text-[0.92rem] text-soft">would overturn it: {r.overturns}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
