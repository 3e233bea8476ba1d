import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { Problem } from "../../api/client";
import { type Box, type DrawnLink, drawingsQuery, type Pedigree, pedigreeQuery } from "../../api/evidence";
import { useKeys } from "../../kit/keys";
import { Profile } from "../../kit/Profile";
import { TimeAgainst, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useVice } from "../../kit/vice";
import { FolioTabs } from "../folio/FolioTabs";
import { Meet } from "./Meet";

/** The sizes of a box, as the core lays them out. */
const size = { width: 290, height: 52, row: 60, step: 26 };

/** All that a dressing is joined to by descent, along time. */
export function DescentRoom() {
  const { folio } = useParams({ from: "/folio/$folio/descent" });
  const { with: other = 0 } = useSearch({ from: "/folio/$folio/descent" });
  const number = Number(folio);
  const good = Number.isInteger(number) && number > 0;
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [shut, setShut] = useState<number[]>([]);
  useLayoutEffect(() => {
    const measure = () => {
      const w = frame.current?.clientWidth ?? 1000;
      setWidth(Math.max(240, Math.floor((w - size.width - 3 * size.step) / 20) * 20));
    };
    measure();
    addEventListener("resize", measure);
    return () => removeEventListener("resize", measure);
  }, []);
  const q = useQuery({ ...pedigreeQuery(number, width, shut), enabled: good && width > 0 });
  const self = q.data?.flies.find((f) => f.folio === number);
  useTitle(self && `${self.title || "a fly without a name"}, descent`);
  if (!good) return <Trouble error={new Problem(`“${folio}” is no folio; a folio is a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <header>
        <h1 className="text-4xl [overflow-wrap:anywhere]">
          <bdi>{self?.title || (q.data ? "a fly without a name" : "…")}</bdi>
          <span className="text-2xl text-soft"> and its descent</span>
        </h1>
        <FolioTabs folio={number} pattern={self?.pattern} />
      </header>
      <div ref={frame} className="mt-2">
        {q.data ? (
          <Sheet
            p={q.data}
            self={number}
            onShut={(f) => setShut((old) => (old.includes(f) ? old.filter((x) => x !== f) : [...old, f]))}
            onShutAll={(all) => setShut(all)}
          />
        ) : (
          <Waiting />
        )}
      </div>
      {q.data && <Meet folio={number} other={other} />}
    </div>
  );
}

/** How a link is drawn: by its kind, and never by colour alone. */
const dash: Record<DrawnLink["kind"], string | undefined> = {
  "variant of": undefined,
  "adapted from": "9 4",
  "in the style of": "2 4",
  "reconstructed from": "9 3 2 3",
  "copied from": "14 3",
  "answer to": "4 4",
  "renamed from": "1 3",
};

function Sheet({
  p,
  self,
  onShut,
  onShutAll,
}: {
  p: Pedigree;
  self: number;
  onShut: (folio: number) => void;
  onShutAll: (folios: number[]) => void;
}) {
  const navigate = useNavigate();
  const { vice } = useVice();
  const at = useMemo(() => new Map(p.boxes.map((b) => [b.folio, b])), [p]);
  const flies = useMemo(() => new Map(p.flies.map((f) => [f.folio, f])), [p]);
  const [focus, setFocus] = useState(self);
  const root = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState({ from: 0, to: 30 });
  useEffect(() => {
    const look = () => {
      const top = root.current?.getBoundingClientRect().top ?? 0;
      const from = Math.max(0, Math.floor((-top - 600) / size.row));
      setSeen({ from, to: from + Math.ceil((innerHeight + 1200) / size.row) });
    };
    look();
    addEventListener("scroll", look, { passive: true });
    addEventListener("resize", look);
    return () => {
      removeEventListener("scroll", look);
      removeEventListener("resize", look);
    };
  }, []);
  const inSight = p.boxes.filter((b) => b.row >= seen.from && b.row <= seen.to);
  // drawings come in stretches, so that what was fetched stays
  const stretch = 24;
  const parts = [...new Set(inSight.map((b) => Math.floor(b.row / stretch)))];
  // what is out of sight is drawn when the page has come there, and has the focus then
  const wanted = useRef(0);
  const reach = () => {
    const to = wanted.current ? document.getElementById(`kin-${wanted.current}`) : null;
    if (!to) return;
    wanted.current = 0;
    to.focus({ preventScroll: true });
  };
  useEffect(reach);
  const go = (f: number | undefined) => {
    const b = f === undefined ? undefined : at.get(f);
    if (!b) return;
    setFocus(b.folio);
    const top = (root.current?.getBoundingClientRect().top ?? 0) + scrollY + b.y;
    if (top < scrollY + 90 || top > scrollY + innerHeight - 170) scrollTo(0, top - innerHeight / 2);
    wanted.current = b.folio;
    reach();
  };
  const press = (e: KeyboardEvent, b: Box) => {
    const to = {
      ArrowDown: () => p.boxes[b.row + 1]?.folio,
      ArrowUp: () => p.boxes[b.row - 1]?.folio,
      ArrowLeft: () => b.under || undefined,
      ArrowRight: () => p.boxes.find((x) => x.under === b.folio)?.folio,
      Home: () => p.boxes[0]?.folio,
      End: () => p.boxes.at(-1)?.folio,
    }[e.key];
    if (to) {
      e.preventDefault();
      go(to());
    } else if (e.key === " " && b.children > 0) {
      e.preventDefault();
      onShut(b.folio);
    } else if (e.key === "Enter") {
      e.preventDefault();
      void navigate({ to: "/folio/$folio", params: { folio: String(b.folio) } });
    }
  };
  useKeys("Descent", [
    { key: "o", what: "to this fly in the pedigree", do: () => go(self) },
    { key: "↑ ↓", what: "the fly above, the fly below" },
    { key: "← →", what: "to its parent, to its first child" },
    { key: "Space", what: "fold its descent away, or out" },
    { key: "Enter", what: "to its folio" },
  ]);
  const current = at.has(focus) ? focus : (p.boxes[0]?.folio ?? 0);
  const against = p.links.filter((l) => l.against);
  const alone = p.boxes.length === 1;
  return (
    <>
      {against.map((l) => (
        <TimeAgainst key={`${l.child} ${l.parent} ${l.kind}`} says={l.against ?? ""} perhaps={l.perhaps ?? []} />
      ))}
      {alone ? (
        <p className="book mb-2 text-[1.15rem]">
          Nothing comes from it yet, and nobody says what it comes from. Link a parent on its first page, or enter an
          account under Provenance.
        </p>
      ) : (
        <p className="no-print mb-1 flex flex-wrap items-center gap-x-5 text-[0.95rem] text-soft">
          <span>
            {p.boxes.length} flies, older to the left. A bar is when it may have been; the further it reaches the less
            is known.
          </span>
          <button
            type="button"
            className="link min-h-[36px]"
            onClick={() => onShutAll(p.boxes.filter((b) => b.children > 0 && b.under !== 0).map((b) => b.folio))}
          >
            fold all away
          </button>
          <button type="button" className="link min-h-[36px]" onClick={() => onShutAll([])}>
            fold all out
          </button>
        </p>
      )}
      <div className="overflow-x-auto">
        <div
          ref={root}
          role="tree"
          aria-label="Descent along time"
          className="relative"
          style={{ width: p.width + 4, height: p.height + 44 }}
        >
          <svg
            aria-hidden
            className="pointer-events-none absolute inset-0 overflow-visible"
            width={p.width + 4}
            height={p.height + 44}
          >
            {p.ticks.map((t) => (
              <g key={t.year} className="stroke-rule">
                <path d={`M${t.x} 22V${p.height + 44}`} />
                <text x={t.x + 3} y={16} className="fill-soft" stroke="none" fontSize={14}>
                  {t.year}
                </text>
              </g>
            ))}
            <g transform="translate(0 30)">
              {p.boxes.map((b) => (
                <When key={b.folio} b={b} />
              ))}
              {p.links.map((l) => (
                <Line
                  key={`${l.child} ${l.parent} ${l.kind}`}
                  l={l}
                  child={at.get(l.child)}
                  parent={at.get(l.parent)}
                />
              ))}
            </g>
          </svg>
          {inSight.map((b) => {
            const f = flies.get(b.folio);
            const main = p.links.find((l) => l.main && l.child === b.folio);
            const more = p.links.filter((l) => !l.main && l.child === b.folio);
            return (
              <div
                key={b.folio}
                id={`kin-${b.folio}`}
                role="treeitem"
                aria-level={b.depth + 1}
                aria-expanded={b.children > 0 ? !b.shut : undefined}
                aria-selected={b.folio === current}
                tabIndex={b.folio === current ? 0 : -1}
                onKeyDown={(e) => press(e, b)}
                onFocus={() => setFocus(b.folio)}
                className={`group absolute flex items-center gap-2 border bg-paper pr-1 ${b.folio === self ? "border-2 border-amber" : "border-edge"} ${f?.standing === "witness" ? "" : "rounded-lg"}`}
                style={{ left: b.x, top: b.y + 30, width: size.width, height: size.height }}
                data-testid="kin"
              >
                <Drawing
                  folio={b.folio}
                  rows={p.boxes}
                  part={Math.floor(b.row / stretch)}
                  parts={parts}
                  stretch={stretch}
                  vice={vice}
                />
                <span className="min-w-0 grow leading-[1.1]">
                  <Link
                    to="/folio/$folio"
                    params={{ folio: String(b.folio) }}
                    tabIndex={-1}
                    className="book block truncate text-[1rem] font-semibold hover:text-amber"
                    title={f?.title}
                  >
                    {f?.title || <i>without a name</i>}
                  </Link>
                  <span className="block truncate text-[0.82rem] text-soft">
                    {[f?.who, f?.date].filter(Boolean).join(", ") || "no date"}
                  </span>
                  <span className="block truncate text-[0.78rem] text-soft">
                    {[
                      main && main.kind !== "variant of" && main.kind,
                      main?.rival && "disputed",
                      f?.received && "what is meant today",
                    ]
                      .filter(Boolean)
                      .join(" · ")}
                  </span>
                </span>
                <span className="sr-only">
                  {[
                    f?.qualifier,
                    main?.kind === "variant of" && "variant of",
                    ...more.map(
                      (l) => `${l.denied ? "not " : ""}${l.kind} ${flies.get(l.parent)?.title ?? `folio ${l.parent}`}`,
                    ),
                    b.shut && `${b.hidden} folded away`,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </span>
                {b.children > 0 && (
                  <button
                    type="button"
                    tabIndex={-1}
                    className="btn !min-h-[32px] shrink-0 !px-2 text-[0.85rem]"
                    onClick={() => onShut(b.folio)}
                    aria-label={b.shut ? `fold out ${b.hidden}` : "fold away"}
                  >
                    {b.shut ? `+${b.hidden}` : "–"}
                  </button>
                )}
              </div>
            );
          })}
        </div>
      </div>
      {p.more && <p className="text-soft">More are joined to it than are drawn.</p>}
      <p className="mt-2 flex flex-wrap gap-x-5 text-[0.88rem] text-soft">
        {(Object.keys(dash) as DrawnLink["kind"][])
          .filter((k) => p.links.some((l) => l.kind === k))
          .map((k) => (
            <span key={k} className="inline-flex items-center gap-1">
              <svg width="34" height="8" aria-hidden>
                <path d="M1 4H33" className="stroke-ink" strokeWidth={1.6} strokeDasharray={dash[k]} />
              </svg>
              {k}
            </span>
          ))}
        {p.links.some((l) => l.rival) && <span>a ring: another account names another parent</span>}
        {p.links.some((l) => l.denied) && <span>a cross: denied</span>}
        <span>rounded: altered on purpose; square: means to report its pattern</span>
      </p>
    </>
  );
}

/** The small drawing in a box; those of one stretch are fetched at once. */
function Drawing({
  folio,
  rows,
  part,
  parts,
  stretch,
  vice,
}: {
  folio: number;
  rows: Box[];
  part: number;
  parts: number[];
  stretch: number;
  vice: Parameters<typeof drawingsQuery>[1];
}) {
  const folios = rows.slice(part * stretch, (part + 1) * stretch).map((b) => b.folio);
  const q = useQuery({ ...drawingsQuery(folios, vice), enabled: parts.includes(part) });
  const e = q.data?.find((x) => x.folio === folio);
  return e ? <Profile e={e} className="h-[46px] w-[72px] shrink-0" /> : <span className="w-[72px] shrink-0" />;
}

/** When a fly may have been: a bar below its box, open ends fading out. */
function When({ b }: { b: Box }) {
  if (b.from === undefined || b.to === undefined) return null;
  const y = b.y + size.height + 3;
  const w = Math.max(3, b.to - b.from);
  return (
    <g className="fill-amber">
      <rect x={b.from} y={y} width={w} height={3.5} opacity={0.75} />
      {b.openFrom && <path d={`M${b.from} ${y - 2}l-7 3.75l7 3.75z`} />}
      {b.openTo && <path d={`M${b.from + w} ${y - 2}l7 3.75l-7 3.75z`} />}
      {Math.abs(b.x - b.from) > 1 && b.x > b.from + w && (
        <path
          d={`M${b.from + w} ${y + 1.75}H${b.x}`}
          className="stroke-amber"
          strokeWidth={1}
          strokeDasharray="1 3"
          fill="none"
        />
      )}
    </g>
  );
}

function Line({ l, child, parent }: { l: DrawnLink; child?: Box; parent?: Box }) {
  if (!child || !parent) return null;
  const y = child.y + size.height / 2;
  const x = parent.x + size.step / 2;
  const d = l.main
    ? `M${x} ${parent.y + size.height}V${y}H${child.x}`
    : `M${parent.x} ${parent.y + size.height / 2}C${Math.min(parent.x, child.x) - 44} ${parent.y + size.height / 2} ${Math.min(parent.x, child.x) - 44} ${y} ${child.x} ${y}`;
  return (
    <g className={l.denied ? "stroke-soft" : l.against ? "stroke-amber" : "stroke-ink"} fill="none">
      <path d={d} strokeWidth={l.against ? 2.6 : 1.5} strokeDasharray={dash[l.kind]} opacity={l.main ? 1 : 0.75} />
      {l.rival && <circle cx={child.x - 6} cy={y} r={4} className="fill-paper" strokeWidth={1.5} />}
      {l.denied && <path d={`M${child.x - 11} ${y - 5}l10 10M${child.x - 11} ${y + 5}l10 -10`} strokeWidth={1.8} />}
    </g>
  );
}
