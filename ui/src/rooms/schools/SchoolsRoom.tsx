import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { chooseSchool, schoolsQuery } from "../../api/client";
import { Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";

/** Questions on which good tiers differ, and what this club does. */
export function SchoolsRoom() {
  const q = useQuery(schoolsQuery());
  const client = useQueryClient();
  const { say } = useToasts();
  useEffect(() => {
    document.title = "Schools · Moth Ledger";
  }, []);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const { questions, chosen } = q.data;
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <h1 className="text-4xl">Schools</h1>
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
                    chooseSchool(x.id, s.id)
                      .then(() => client.invalidateQueries())
                      .catch((e: Error) => say(e.message));
                  }}
                />
                {s.say}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}
