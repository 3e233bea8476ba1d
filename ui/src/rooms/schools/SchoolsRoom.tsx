import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { chooseSchool, schoolsQuery } from "../../api/client";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { Periods } from "./Periods";

/** Questions on which good tiers differ, and what this club does. */
export function SchoolsRoom() {
  const { folio } = useSearch({ from: "/schools" });
  const q = useQuery(schoolsQuery(folio));
  const client = useQueryClient();
  const { say } = useToasts();
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const { questions, chosen, own } = q.data;
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      {folio && (
        <p>
          <Link to="/folio/$folio" params={{ folio: String(folio) }} className="link">
            Folio {folio}
          </Link>
        </p>
      )}
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">{folio ? `Schools for folio ${folio} alone` : "Schools"}</h1>
        <History record={folio ? "dressing" : "school"} of={folio ? String(folio) : undefined} />
      </div>
      <p className="book mt-1 max-w-prose">
        On these questions good tiers differ. What the club chooses fills in what a dressing is silent about, where that
        is asked for: always shown as assumed, in another line, and never compared.
      </p>
      {questions.map((x) => (
        <fieldset key={x.id} className="border-b border-rule py-2">
          <legend className="float-left w-full font-book text-[1.2rem] font-semibold">{x.ask}</legend>
          <div className="clear-both flex flex-wrap gap-x-6">
            {x.schools.map((s) => (
              <label key={s.id} className="flex min-h-[40px] cursor-pointer items-center gap-2">
                <input
                  type="radio"
                  name={x.id}
                  className="size-5 accent-(--amber)"
                  checked={chosen[x.id] === s.id}
                  onChange={() => {
                    chooseSchool(x.id, s.id, folio)
                      .then((r) => {
                        say(`${x.ask}: ${s.say}.`, r.deed);
                        return client.invalidateQueries();
                      })
                      .catch((e: Error) => say(e.message));
                  }}
                />
                {s.say}
              </label>
            ))}
            {folio && own?.[x.id] && (
              <button
                type="button"
                className="btn !min-h-[36px]"
                onClick={() => {
                  chooseSchool(x.id, "", folio)
                    .then((r) => {
                      say(`${x.ask}: as the club has it.`, r.deed);
                      return client.invalidateQueries();
                    })
                    .catch((e: Error) => say(e.message));
                }}
              >
                as the club has it<span className="sr-only">: {x.ask}</span>
              </button>
            )}
          </div>
        </fieldset>
      ))}
      {!folio && <Periods />}
    </div>
  );
}
