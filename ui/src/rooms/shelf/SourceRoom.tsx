import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { Problem } from "../../api/client";
import { mergeSource, placeWords, type SourcePage, sourceQuery } from "../../api/evidence";
import { Profile } from "../../kit/Profile";
import { Fact, History, nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { SourceForm } from "./SourceForm";

/** One source and all that rests on it. */
export function SourceRoom() {
  const { id } = useParams({ from: "/shelf/$id" });
  const number = Number(id);
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const good = Number.isInteger(number) && number > 0;
  const q = useQuery({ ...sourceQuery(number, vice), enabled: good });
  useTitle(q.data?.called);
  if (!good) return <Trouble error={new Problem(`“${id}” is no source; a source has a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <Page key={q.data.edit} s={q.data} />;
}

function Copy({ say, text }: { say: string; text: string }) {
  const { say: tell } = useToasts();
  return (
    <li className="flex items-start gap-3 border-b border-rule py-1.5">
      <span className="min-w-0 grow leading-snug">
        <span className="caps block">{say}</span>
        <span className="book">{text}</span>
      </span>
      <button
        type="button"
        className="btn !min-h-[36px]"
        onClick={() => void navigator.clipboard.writeText(text).then(() => tell("Copied."))}
      >
        Copy<span className="sr-only"> {say}</span>
      </button>
    </li>
  );
}

function Page({ s }: { s: SourcePage }) {
  const [changing, setChanging] = useState(false);
  const { say } = useToasts();
  const client = useQueryClient();
  const merge = useMutation({
    mutationFn: (into: number) => mergeSource(s.id, into),
    onSuccess: (r) => {
      say("They are one source now; what cites either leads there.", r.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/shelf" className="link inline-block py-1">
          shelf
        </Link>
        {s.described && ` › ${s.kind}`}
      </p>
      <header className="flex flex-wrap items-center gap-3 border-b-2 border-edge pb-3">
        <h1 className="min-w-0 grow text-4xl [overflow-wrap:anywhere]">
          <bdi>{s.called}</bdi>
        </h1>
        <button type="button" className="btn" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          {s.described ? "Change" : "Describe it"}
        </button>
        <History record="source" of={String(s.id)} />
      </header>
      {s.into ? (
        <p className="mt-3 border-l-4 border-amber bg-well px-3 py-2">
          It was found to be another source, and leads{" "}
          <Link to="/shelf/$id" params={{ id: String(s.into) }} className="link">
            there
          </Link>
          .
        </p>
      ) : null}
      {s.twins.map((t) => (
        <p key={t.id} className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-amber bg-well px-3 py-2">
          <span className="grow">
            Perhaps the same as{" "}
            <Link to="/shelf/$id" params={{ id: String(t.id) }} className="book link">
              {t.called}
            </Link>
            : {t.why}.
          </span>
          <button type="button" className="btn" onClick={() => merge.mutate(t.id)}>
            They are one: keep “{t.called}”
          </button>
        </p>
      ))}
      {changing && <SourceForm change={s} onDone={() => setChanging(false)} />}
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_320px] gap-x-10 gap-y-6 max-[1000px]:grid-cols-1">
        <div className="min-w-0">
          <section aria-label="Dressings in it">
            <h2 className="text-2xl">Dressings in it</h2>
            {s.entries.length === 0 && <p className="text-soft">No dressing names it as its source.</p>}
            <ul>
              {s.entries.map((e) => (
                <li key={e.folio} className="relative flex items-center gap-3 border-b border-rule py-1 hover:bg-well">
                  <Profile e={e} className="h-[52px] w-[91px] shrink-0" />
                  <Link
                    to="/folio/$folio"
                    params={{ folio: String(e.folio) }}
                    className="book grow text-[1.15rem] font-semibold after:absolute after:inset-0 after:content-['']"
                  >
                    <bdi>{nameOf(e)}</bdi>
                    {e.qualifier && <span className="font-normal text-soft"> ({e.qualifier})</span>}
                  </Link>
                  <span className="text-soft">{e.page && placeWords(e.page)}</span>
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Accounts that rest on it" className="mt-6">
            <h2 className="text-2xl">Accounts that rest on it</h2>
            {s.accounts.length === 0 && <p className="text-soft">None is entered.</p>}
            {s.accounts.map((p) => (
              <div key={p.pattern} className="border-b border-rule py-2">
                <Link to="/patterns/$id" params={{ id: String(p.pattern) }} className="book link text-[1.15rem]">
                  {p.name || "a fly without a name"}
                </Link>
                <ul>
                  {p.accounts.map((a) => (
                    <li key={a.id} className="leading-snug">
                      <span className="caps">{a.question} </span>
                      <span className="book">{a.answer}</span>
                      {a.place && <span className="text-soft">, {placeWords(a.place)}</span>}
                      {a.note && <span className="book block italic">{a.note}</span>}
                    </li>
                  ))}
                </ul>
              </div>
            ))}
          </section>
        </div>
        <aside aria-label="What is known of it">
          <dl>
            <Fact label="title">{s.title}</Fact>
            <Fact label="authors">
              {(s.authors ?? []).map((p) => p.literal || [p.given, p.family].filter(Boolean).join(" ")).join("; ")}
            </Fact>
            <Fact label="editors">
              {(s.editors ?? []).map((p) => p.literal || [p.given, p.family].filter(Boolean).join(" ")).join("; ")}
            </Fact>
            <Fact label="date">{s.date}</Fact>
            <Fact label="in">
              {[s.within, [s.volume, s.issue].filter(Boolean).join("/"), s.pages && `pp. ${s.pages}`]
                .filter(Boolean)
                .join(", ")}
            </Fact>
            <Fact label="edition">{s.edition}</Fact>
            <Fact label="published">{[s.town, s.publisher].filter(Boolean).join(": ")}</Fact>
            <Fact label="ISBN">{s.isbn}</Fact>
            <Fact label="ISSN">{s.issn}</Fact>
            <Fact label="the club’s copy">{s.copy}</Fact>
            <Fact label="note">{s.note}</Fact>
          </dl>
          <ul className="mt-4">
            <Copy say="as in a note" text={s.cite} />
            <Copy say="by author and year" text={s.byYear} />
          </ul>
        </aside>
      </div>
    </div>
  );
}
