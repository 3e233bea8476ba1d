import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { readAnew, rereadingsQuery } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { Further, nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";

const dressings = (n: number) => (n === 1 ? "1 dressing" : `${n.toLocaleString("en-GB")} dressings`);

/** What today's reader would read otherwise than the one that read it, to be taken one by one or all at once. */
export function AnewRoom() {
  const q = useInfiniteQuery(rereadingsQuery());
  const client = useQueryClient();
  const { say } = useToasts();
  const take = useMutation({
    mutationFn: (folios: number[]) => readAnew(folios, crypto.randomUUID()),
    onSuccess: (r) => {
      const left = r.skipped > 0 ? ` ${dressings(r.skipped)} were left as they are.` : "";
      say(`Read ${dressings(r.read)} anew.${left}`, r.deed);
      void client.invalidateQueries();
    },
    onError: (e) => say(e.message),
  });
  const first = q.data?.pages[0];
  useKeys("Read anew", [
    {
      key: "a",
      what: "take all that is offered",
      do: () => {
        if (first?.offered) take.mutate([]);
      },
    },
  ]);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data || !first) return <Waiting />;
  const items = q.data.pages.flatMap((p) => p.items);
  return (
    <div className="mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-5">
        <h1 className="text-4xl">Read anew</h1>
        {first.offered > 0 && (
          <button type="button" className="btn ml-auto" disabled={take.isPending} onClick={() => take.mutate([])}>
            {take.isPending ? "Reading…" : `Take all ${first.offered.toLocaleString("en-GB")}, as one deed`}
          </button>
        )}
      </div>
      <p className="book mt-1 max-w-prose">
        The reader learns. Where it would read words that were filed earlier otherwise by now, that stands here; nothing
        is altered before you take it. What is taken becomes a revision, with corrections and settlements as they were,
        and can be undone.
      </p>
      {first.left > 0 && (
        <p role="status" className="mt-3 text-soft">
          {dressings(first.left)} still to be looked at; that goes on by itself.
        </p>
      )}
      {items.length === 0 ? (
        <p className="book py-10">
          {first.left > 0 ? "So far nothing would be read otherwise." : "Nothing would be read otherwise."}{" "}
          <Link to="/" className="link">
            To the Ledger
          </Link>
        </p>
      ) : (
        <ol className="mt-3 border-t-2 border-edge" data-testid="rereadings">
          {items.map((x) => (
            <li key={x.folio} className="flex flex-wrap items-start gap-x-5 border-b border-rule py-2">
              <div className="min-w-0 grow basis-[20rem]">
                <Link to="/folio/$folio" params={{ folio: String(x.folio) }} className="link font-book text-[1.2rem]">
                  {nameOf(x)}
                </Link>
                <span className="ml-3 text-[0.92rem] text-soft">folio {x.folio}</span>
                <ul className="book mt-1 list-disc pl-6 break-words">
                  {x.changes.map((c) => (
                    <li key={c}>{c}</li>
                  ))}
                </ul>
              </div>
              <button type="button" className="btn" disabled={take.isPending} onClick={() => take.mutate([x.folio])}>
                Take it<span className="sr-only">: {nameOf(x)}</span>
              </button>
            </li>
          ))}
        </ol>
      )}
      <Further q={q} say="More" />
    </div>
  );
}
