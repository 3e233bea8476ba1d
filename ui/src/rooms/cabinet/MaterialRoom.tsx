import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { Fragment, useEffect, useState } from "react";
import { type MaterialPage, materialQuery, mergeMaterials, Problem, removeMaterial } from "../../api/client";
import { Profile } from "../../kit/Profile";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { Swatch } from "../../kit/Swatch";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { EnterForm, Names } from "./EnterForm";
import { Swaps } from "./Swaps";

/** One material: what it is, what it does, where it occurs, what is put in its place. */
export function MaterialRoom() {
  const { name } = useParams({ from: "/cabinet/$name" });
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const q = useQuery(materialQuery(name, vice));
  useTitle(q.data?.entry.name ?? name);
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <Page key={q.data.entry.name} m={q.data} />;
}

const level = ["none", "little", "some", "much", "very much"];

function Page({ m }: { m: MaterialPage }) {
  const e = m.entry;
  const [doing, setDoing] = useState<"" | "change" | "merge" | "split">("");
  const client = useQueryClient();
  const { say } = useToasts();
  const navigate = useNavigate();
  const out = useMutation({
    mutationFn: () => removeMaterial(e.name),
    onSuccess: (r) => {
      say(`The club’s own “${e.name}” is out of the Cabinet.`, r.deed);
      void client.invalidateQueries();
      void navigate({ to: "/cabinet" });
    },
  });

  const serves = m.parts.filter((p) => p.serves);
  const not = m.parts.filter((p) => !p.serves && !p.on);
  const on = (part: string) => serves.filter((p) => p.part === part && p.on).map((p) => p.on);
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/cabinet" className="link inline-block py-1">
          cabinet
        </Link>
        {m.line
          .slice(1, -1)
          .reverse()
          .map((x) => (
            <Fragment key={x}>
              {" › "}
              <Link to="/cabinet/$name" params={{ name: x }} className="link inline-block py-1">
                {x}
              </Link>
            </Fragment>
          ))}
      </p>
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-edge pb-3">
        {m.swatches[0] && <Swatch of={m.swatches[0]} marking={e.marking} size={64} />}
        <div className="min-w-0 grow">
          <h1 className="text-4xl [overflow-wrap:anywhere]">{e.name}</h1>
          <p className="text-soft">
            {[e.marking !== "plain" && e.marking, e.from && `of ${e.from}`].filter(Boolean).join(", ")}
            {m.also.length > 0 && (
              <>
                {(e.marking !== "plain" || e.from) && " · "}also called {m.also.join(", ")}
              </>
            )}
          </p>
        </div>
        <span className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={() => setDoing(doing === "change" ? "" : "change")}>
            Change
          </button>
          <button type="button" className="btn" onClick={() => setDoing(doing === "merge" ? "" : "merge")}>
            Merge
          </button>
          <button type="button" className="btn" onClick={() => setDoing(doing === "split" ? "" : "split")}>
            Split
          </button>
          {m.entered && (
            <button type="button" className="btn" onClick={() => out.mutate()}>
              Take the club’s row out
            </button>
          )}
          <History record="material" of={e.name} />
        </span>
      </header>
      {e.caution && (
        <p className="mt-3 border-l-4 border-amber bg-well px-3 py-2" data-testid="caution">
          <b>Caution.</b> {e.caution[0]?.toUpperCase()}
          {e.caution.slice(1)}. Labels, local rules and the club’s own come first.
        </p>
      )}
      {doing === "change" && <EnterForm change={e} onDone={() => setDoing("")} />}
      {doing === "merge" && <Merge name={e.name} onDone={() => setDoing("")} />}
      {doing === "split" && <EnterForm of={e.name} also={m.also} onDone={() => setDoing("")} />}
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)] gap-x-10 gap-y-6 max-[900px]:grid-cols-1">
        <section aria-label="What it is like">
          <h2 className="text-2xl">What it is like</h2>
          <dl className="mt-1">
            {m.properties.map((p) => (
              <div key={p.name} className="flex min-h-[34px] items-center gap-3 border-b border-rule">
                <dt className="w-[8.5rem] shrink-0 max-[500px]:w-[6.5rem]">{p.name}</dt>
                <dd className="flex grow items-center gap-3">
                  {p.mm ? (
                    <span className="font-semibold">{p.value} mm</span>
                  ) : (
                    <>
                      <span aria-hidden className="flex h-2.5 w-[9rem] border border-edge max-[500px]:w-[5rem]">
                        <span className="bg-soft" style={{ width: `${p.value * 25}%` }} />
                      </span>
                      <span className="text-soft">{level[Math.round(p.value)]}</span>
                    </>
                  )}
                </dd>
              </div>
            ))}
            <div className="flex min-h-[34px] items-baseline gap-3 border-b border-rule py-1.5">
              <dt className="w-[8.5rem] shrink-0 max-[500px]:w-[6.5rem]">can be</dt>
              <dd>{m.can.join(", ") || "only what it is"}</dd>
            </div>
            {e.wet && (
              <div className="flex min-h-[34px] items-baseline gap-3 border-b border-rule py-1.5">
                <dt className="w-[8.5rem] shrink-0 max-[500px]:w-[6.5rem]">in water</dt>
                <dd>{e.wet}</dd>
              </div>
            )}
          </dl>
          <p className="mt-1 text-[0.92rem] text-soft">
            {e.basis === "club" ? "Entered by the club." : "From memory."} Each is a term of how near materials are.
          </p>
          {m.kinds.length > 0 && (
            <p className="mt-3">
              <span className="caps">kinds of it </span>
              {m.kinds.map((k, i) => (
                <Fragment key={k}>
                  {i > 0 && ", "}
                  <Link to="/cabinet/$name" params={{ name: k }} className="link">
                    {k}
                  </Link>
                </Fragment>
              ))}
            </p>
          )}
          <h2 className="mt-5 text-2xl">Colours</h2>
          <ul className="mt-1 flex flex-wrap gap-x-4 gap-y-2">
            {m.swatches.map((s) => (
              <li key={s.colour} className="flex items-center gap-2">
                <Swatch of={s} marking={e.marking} size={34} />
                <span className="leading-tight">
                  {s.colour || "its own"}
                  {s.count > 0 && <span className="block text-[0.88rem] text-soft">said {s.count} ×</span>}
                </span>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-[0.92rem] text-soft">Screen colours: dry above the slant, wet below it.</p>
        </section>
        <div>
          <section aria-label="Instead of it">
            <h2 className="text-2xl">Which part does it serve?</h2>
            <p className="text-soft">Choose a part to see what can stand in for it there.</p>
            <ul className="mt-1 flex flex-wrap gap-2">
              {serves
                .filter((p) => !p.on)
                .map((p) => (
                  <li key={p.part}>
                    <Link
                      to="/instead"
                      search={{ name: e.name, part: p.part }}
                      className={`btn inline-flex items-center gap-2 ${p.count > 0 ? "font-semibold" : ""}`}
                      title={p.why}
                    >
                      {p.part}
                      {p.count > 0 && <span className="text-soft">{p.count} ×</span>}
                      {on(p.part).length > 0 && <span className="sr-only">also on {on(p.part).join(", ")}</span>}
                    </Link>
                  </li>
                ))}
            </ul>
            {not.length > 0 && not.length <= 12 && (
              <p className="mt-2 text-[0.94rem] text-soft">Not as {not.map((p) => p.part).join(", ")}.</p>
            )}
          </section>
          <section aria-label="What the club puts in its place" className="mt-5">
            <h2 className="text-2xl">What our tiers put in its place</h2>
            {m.swaps.length === 0 ? (
              <p className="text-soft">No variant in the ledger replaced it yet.</p>
            ) : (
              <Swaps groups={m.swaps} />
            )}
          </section>
          <section aria-label="Dressings it occurs in" className="mt-5">
            <h2 className="text-2xl">
              In {m.total > m.dressings.length ? `over ${m.dressings.length}` : m.total}{" "}
              {m.total === 1 ? "dressing" : "dressings"}
            </h2>
            {m.dressings.length === 0 && <p className="text-soft">No dressing in the ledger names it.</p>}
            <ul className="mt-1 grid grid-cols-2 gap-x-6 max-[700px]:grid-cols-1">
              {m.dressings.map((d) => (
                <li
                  key={d.folio}
                  className="relative flex min-h-[52px] items-center gap-3 border-b border-rule hover:bg-well"
                >
                  <Profile e={d} className="w-[4.6rem] shrink-0" />
                  <Link
                    to="/folio/$folio"
                    params={{ folio: String(d.folio) }}
                    className="book min-w-0 text-[1.08rem] leading-tight [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
                  >
                    {d.title}
                  </Link>
                </li>
              ))}
            </ul>
            {m.said.length > 0 && (
              <p className="mt-2 text-[0.94rem] text-soft">
                Written{" "}
                {m.said
                  .slice(0, 8)
                  .map((s) => `“${s.words}” (${s.part}${s.count > 1 ? `, ${s.count} ×` : ""})`)
                  .join(", ")}
                {m.said.length > 8 && ` and ${m.said.length - 8} other ways`}.
              </p>
            )}
          </section>
        </div>
      </div>
    </div>
  );
}

function Merge({ name, onDone }: { name: string; onDone: () => void }) {
  const [into, setInto] = useState("");
  const [why, setWhy] = useState("");
  const client = useQueryClient();
  const { say } = useToasts();
  const navigate = useNavigate();
  const merge = useMutation({
    mutationFn: () => mergeMaterials(name, into, why),
    onSuccess: (r) => {
      say(`“${name}” leads to “${into}” now. What was filed keeps its words.`, r.deed);
      void client.invalidateQueries();
      onDone();
      void navigate({ to: "/cabinet/$name", params: { name: into.trim().toLowerCase() } });
    },
  });
  const problem = merge.error instanceof Problem ? merge.error : undefined;
  return (
    <form
      className="my-4 flex flex-wrap items-end gap-3 border border-edge bg-well px-4 py-3"
      aria-label={`Merge ${name} into another`}
      onSubmit={(e) => {
        e.preventDefault();
        merge.mutate();
      }}
    >
      <Names id="merge-names" />
      <label>
        <span className="caps block">{name} is only another name for</span>
        <input
          id="merge-into"
          className="field"
          list="merge-names"
          required
          maxLength={100}
          value={into}
          aria-invalid={!!problem || undefined}
          onChange={(e) => {
            setInto(e.target.value);
            merge.reset();
          }}
        />
      </label>
      <label className="grow">
        <span className="caps block">why</span>
        <input className="field" maxLength={400} value={why} onChange={(e) => setWhy(e.target.value)} />
      </label>
      <button type="submit" className="btn btn-main" disabled={merge.isPending}>
        Merge
      </button>
      <button type="button" className="btn" onClick={onDone}>
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
