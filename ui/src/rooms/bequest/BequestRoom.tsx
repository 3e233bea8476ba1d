import { useInfiniteQuery, useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { Problem } from "../../api/client";
import {
  bequestQuery,
  type Card,
  type CardBody,
  changeCard,
  listCards,
  pictureCard,
  pictureOf,
} from "../../api/evidence";
import { FormEnd, Labelled, Line, Lines, Tick } from "../../kit/form";
import { useKeys } from "../../kit/keys";
import { Fact, Further, History, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";
import { BequestForm, Far } from "./BequestsRoom";

/** One bequest with its cards, listed before they are described. */
export function BequestRoom() {
  const { id } = useParams({ from: "/bequests/$id" });
  const number = Number(id);
  const good = Number.isInteger(number) && number > 0;
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const [waiting, setWaiting] = useState(false);
  const q = useInfiniteQuery({ ...bequestQuery(number, waiting), enabled: good });
  const b = q.data?.pages[0];
  useTitle(b && `Bequest ${b.number}`);
  const navigate = useNavigate();
  const [doing, setDoing] = useState<"" | "change" | "list">("");
  const first = b?.first;
  useKeys("Bequest", [
    {
      key: "e",
      what: "describe the next card on the Desk",
      do: () => first && void navigate({ to: "/desk", search: { card: first } }),
    },
    { key: "a", what: "list cards", do: () => setDoing("list") },
  ]);
  if (!good) return <Trouble error={new Problem(`“${id}” is no bequest; a bequest has a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!b) return <Waiting />;
  const cards = q.data?.pages.flatMap((p) => p.list) ?? [];
  return (
    <div className="ledger mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <p className="caps">
        <Link to="/bequests" className="link inline-block py-1">
          bequests
        </Link>{" "}
        · <History record="accession" of={String(b.id)} />
      </p>
      <header className="flex flex-wrap items-center gap-3 border-b-2 border-edge pb-3">
        <h1 className="text-4xl">{b.number}</h1>
        <p className="book min-w-0 grow text-[1.25rem]">
          {b.donor}
          {b.date && <span className="text-soft">, {b.date}</span>}
        </p>
        <div className="w-[12rem]">
          <Far cards={b.cards} described={b.described} />
        </div>
        {b.first ? (
          <Link to="/desk" search={{ card: b.first }} className="btn btn-main">
            Describe the next card
          </Link>
        ) : null}
        <button
          type="button"
          className="btn"
          aria-expanded={doing === "list"}
          onClick={() => setDoing(doing === "list" ? "" : "list")}
        >
          List cards
        </button>
        <button
          type="button"
          className="btn"
          aria-expanded={doing === "change"}
          onClick={() => setDoing(doing === "change" ? "" : "change")}
        >
          Change
        </button>
      </header>
      {doing === "change" && <BequestForm key={b.edit} change={b} onDone={() => setDoing("")} />}
      {doing === "list" && <ListForm id={b.id} onDone={() => setDoing("")} />}
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_260px] gap-x-8 max-[1000px]:grid-cols-1">
        <div className="min-w-0">
          {b.cards === 0 ? (
            <p className="book text-[1.15rem]">
              No card is listed yet. List them all first; each can be described later.
            </p>
          ) : (
            <Tick say="only those that wait" on={waiting} onChange={setWaiting} />
          )}
          <ul>
            {cards.map((c) => (
              <CardRow key={c.id} c={c} />
            ))}
          </ul>
          <Further q={q} say="More cards" />
        </div>
        <dl>
          <Fact label="terms">{b.terms}</Fact>
          <Fact label="custody">{b.custody}</Fact>
          <Fact label="note">{b.note}</Fact>
        </dl>
      </div>
    </div>
  );
}

export const cardName = (c: { oldNumber?: string; title?: string; position: number }) =>
  [c.oldNumber, c.title].filter(Boolean).join(", ") || `card ${c.position}`;

function CardRow({ c }: { c: Card }) {
  const [changing, setChanging] = useState(false);
  return (
    <li className="grid grid-cols-[5.5rem_minmax(0,1fr)_170px_13rem] items-center gap-x-3 border-b border-rule py-1.5 max-[700px]:grid-cols-[5rem_minmax(0,1fr)]">
      <b className="text-[1.1rem]">{c.oldNumber || <span className="font-normal text-soft">no number</span>}</b>
      <span className="min-w-0 leading-snug">
        {c.title && <span className="book block text-[1.12rem]">{c.title}</span>}
        <span className="block text-[0.95rem] text-soft">{c.place}</span>
        {c.note && <span className="book block italic">{c.note}</span>}
      </span>
      <span className="flex gap-1.5">
        {(["front", "back"] as const).map((s) => {
          const sha = c[s];
          return sha ? (
            <a key={s} href={pictureOf(sha)} className="block">
              <img
                src={pictureOf(sha)}
                alt={`${s} of ${cardName(c)}`}
                loading="lazy"
                className="h-[52px] w-[82px] border border-edge object-cover"
              />
            </a>
          ) : (
            <span
              key={s}
              className="flex h-[52px] w-[82px] items-center justify-center border border-dashed border-rule text-[0.8rem] text-soft"
            >
              no {s}
            </span>
          );
        })}
      </span>
      <span className="flex flex-wrap items-center gap-2">
        {c.folio ? (
          <Link to="/folio/$folio" params={{ folio: String(c.folio) }} className="link min-h-[40px] py-2">
            folio {c.folio}
          </Link>
        ) : (
          <Link to="/desk" search={{ card: c.id }} className="btn">
            Describe<span className="sr-only"> {cardName(c)}</span>
          </Link>
        )}
        <button type="button" className="btn" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          Change<span className="sr-only"> {cardName(c)}</span>
        </button>
      </span>
      {changing && <ChangeCard key={c.edit} c={c} onDone={() => setChanging(false)} />}
    </li>
  );
}

function ChangeCard({ c, onDone }: { c: Card; onDone: () => void }) {
  const [b, set] = useState<CardBody>({ oldNumber: c.oldNumber, place: c.place, title: c.title, note: c.note });
  const { say } = useToasts();
  const client = useQueryClient();
  const after = (text: string) => (r: { deed: number }) => {
    say(text, r.deed);
    void client.invalidateQueries();
  };
  const save = useMutation({
    mutationFn: (out: boolean) => changeCard(c.id, c.edit, b, out),
    onSuccess: (r, out) => {
      after(out ? "The card is out of the list." : "The card is changed.")(r);
      onDone();
    },
  });
  const picture = useMutation({
    mutationFn: ({ side, file }: { side: "front" | "back"; file: File | null }) => pictureCard(c.id, side, file),
    onSuccess: (r, { file }) =>
      after(file ? "The picture is kept, without what its camera wrote in it." : "The picture is gone.")(r),
  });
  return (
    <form
      aria-label={`Change ${cardName(c)}`}
      className="col-span-full mt-1 grid grid-cols-3 gap-x-3 gap-y-2 border border-edge bg-well p-3 max-[700px]:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate(false);
      }}
    >
      <Line say="old number" value={b.oldNumber ?? ""} onChange={(v) => set({ ...b, oldNumber: v })} maxLength={60} />
      <Line say="place in the box" value={b.place ?? ""} onChange={(v) => set({ ...b, place: v })} maxLength={200} />
      <Line say="at its head" value={b.title ?? ""} onChange={(v) => set({ ...b, title: v })} maxLength={200} />
      <Line say="note" wide value={b.note ?? ""} onChange={(v) => set({ ...b, note: v })} maxLength={2000} />
      {(["front", "back"] as const).map((side) => (
        <Labelled key={side} say={`picture of the ${side}, JPEG or PNG to 20 MB`}>
          {(id) => (
            <span className="flex flex-wrap items-center gap-2">
              <input
                id={id}
                type="file"
                accept="image/jpeg,image/png"
                onChange={(e) => {
                  const f = e.target.files?.[0];
                  if (f) picture.mutate({ side, file: f });
                }}
              />
              {c[side] && (
                <button type="button" className="btn" onClick={() => picture.mutate({ side, file: null })}>
                  Take it away
                </button>
              )}
            </span>
          )}
        </Labelled>
      ))}
      <FormEnd
        error={save.error ?? picture.error}
        busy={save.isPending}
        onDone={onDone}
        more={
          <button type="button" className="btn" onClick={() => save.mutate(true)}>
            Take it out of the list
          </button>
        }
      >
        Change the card
      </FormEnd>
    </form>
  );
}

/** Cards as they are listed in a field: a line each, with semicolons between old number, head, place, note. */
const cardsOf = (text: string): CardBody[] =>
  text
    .split("\n")
    .filter((l) => l.trim())
    .map((l) => {
      const [oldNumber, title, place, ...note] = l.split(";").map((x) => x.trim());
      return { oldNumber, title, place, note: note.join("; ") };
    });

function ListForm({ id, onDone }: { id: number; onDone: () => void }) {
  const [text, setText] = useState("");
  const { say } = useToasts();
  const client = useQueryClient();
  const cards = cardsOf(text);
  const save = useMutation({
    mutationFn: () => listCards(id, cards),
    onSuccess: (r) => {
      say(cards.length === 1 ? "1 card is listed." : `${cards.length} cards are listed.`, r.deed);
      void client.invalidateQueries();
      onDone();
    },
  });
  return (
    <form
      aria-label="List cards"
      className="mt-3 grid gap-y-2 border border-edge bg-well p-4"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <Lines
        say="a card a line: old number; what stands at its head; place in the box; note"
        value={text}
        onChange={setText}
        rows={6}
        hint={"B 201; Candle Palmer; first row, 1\nB 202; ; first row, 2; water-stained"}
      />
      <FormEnd error={save.error} busy={cards.length === 0 || save.isPending} onDone={onDone}>
        List {cards.length === 1 ? "1 card" : `${cards.length} cards`}
      </FormEnd>
    </form>
  );
}
