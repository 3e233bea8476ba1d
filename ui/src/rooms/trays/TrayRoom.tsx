import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import {
  changeTray,
  type Entry,
  layIn,
  Problem,
  putTrayAway,
  type Tray,
  type TrayBody,
  trayQuery,
} from "../../api/client";
import { DressingCombobox } from "../../kit/Combobox";
import { Name } from "../../kit/Name";
import { Profile } from "../../kit/Profile";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useTitle } from "../../kit/title";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";

/** What lies in one tray. */
export function TrayRoom() {
  const { tray } = useParams({ from: "/trays/$tray" });
  const id = Number(tray);
  const { vice, show } = useVice();
  useEffect(() => show(undefined), [show]);
  const good = Number.isInteger(id) && id > 0;
  const q = useQuery({ ...trayQuery(id, vice), enabled: good });
  useTitle(q.data?.name);
  if (!good) return <Trouble error={new Problem(`“${tray}” is no tray; a tray has a number.`, "", 404)} />;
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  return <TrayPage t={q.data} />;
}

const bodyOf = (t: Tray): TrayBody => ({
  name: t.name,
  about: t.about,
  items: t.items.map((i) => ({ folio: i.entry.folio, note: i.note })),
});

function TrayPage({ t }: { t: Tray }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { say } = useToasts();
  const [typed, setTyped] = useState("");
  const { vice } = useVice();
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["tray", t.id] }),
      client.invalidateQueries({ queryKey: ["trays"] }),
    ]);
  // one change after the other, each made on what the one before left
  const change = useMutation({
    scope: { id: `tray ${t.id}` },
    mutationFn: ({ to }: { to: (now: TrayBody) => TrayBody; said: string }) => {
      const now = client.getQueryData(trayQuery(t.id, vice).queryKey) ?? t;
      return changeTray(t.id, now.edit, to(bodyOf(now)));
    },
    onSuccess: (r, { said }) => {
      if (r.deed) say(said, r.deed);
      return again();
    },
    onError: (x) => {
      say(x.message);
      return again();
    },
  });
  const lay = useMutation({
    mutationFn: (e: Entry) => layIn(t.id, [e.folio]).then((r) => ({ ...r, e })),
    onSuccess: (r) => {
      setTyped("");
      say(r.deed ? `${nameOf(r.e)} lies in the tray.` : `${nameOf(r.e)} lies there already.`, r.deed);
      void again();
    },
    onError: (x) => say(x.message),
  });
  const away = useMutation({
    mutationFn: (on: boolean) => putTrayAway(t.id, on).then((r) => ({ ...r, on })),
    onSuccess: (r) => {
      say(r.on ? `“${t.name}” is put away.` : `“${t.name}” is out again.`, r.deed);
      void again();
      if (r.on) void navigate({ to: "/trays" });
    },
    onError: (x) => say(x.message),
  });
  const put = (to: (items: TrayBody["items"]) => TrayBody["items"], said: string) =>
    change.mutate({ to: (now) => ({ ...now, items: to(now.items) }), said });
  const move = (folio: number, by: number) =>
    put(
      (items) => {
        const list = [...items];
        const i = list.findIndex((x) => x.folio === folio);
        const [one] = list.splice(i, 1);
        if (one) list.splice(Math.max(0, i + by), 0, one);
        return list;
      },
      `Moved ${by < 0 ? "up" : "down"}.`,
    );
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      {t.away && (
        <p className="mb-2 flex flex-wrap items-center gap-4 border-l-4 border-amber bg-well px-3 py-2">
          <span className="grow">This tray was put away.</span>
          <button type="button" className="btn" onClick={() => away.mutate(false)}>
            Take it out again
          </button>
        </p>
      )}
      <p className="caps">
        <Link to="/trays" className="link inline-block py-1">
          trays
        </Link>
      </p>
      <Head
        key={t.edit}
        t={t}
        onKeep={(b) => change.mutate({ to: (now) => ({ ...now, ...b }), said: "The tray is renamed." })}
      />
      {t.items.length === 0 ? (
        <p className="book my-6 text-soft">
          Nothing lies here yet. Choose a dressing below, or lay a list in it from the Ledger.
        </p>
      ) : (
        <ol className="mt-3">
          {t.items.map((x, i) => (
            <li
              key={x.entry.folio}
              className="grid grid-cols-[2.2rem_116px_minmax(0,1fr)_auto] items-start gap-x-3 border-b border-rule py-2 max-[700px]:grid-cols-[2.2rem_minmax(0,1fr)_auto]"
            >
              <span className="pt-1 text-right text-soft">{i + 1}</span>
              <span className="max-[700px]:hidden">
                <Profile e={x.entry} className="h-[66px] w-[116px]" />
              </span>
              <div className="min-w-0">
                <Link
                  to="/folio/$folio"
                  params={{ folio: String(x.entry.folio) }}
                  className="book link text-[1.2rem] font-semibold [overflow-wrap:anywhere]"
                >
                  <bdi>{nameOf(x.entry)}</bdi>
                </Link>{" "}
                <span className="text-soft">folio {x.entry.folio}</span>
                <p className="text-[0.95rem] text-soft">
                  {(x.entry.originator || x.entry.tier) && (
                    <Name of="people" name={x.entry.originator || x.entry.tier || ""} />
                  )}
                  {x.entry.date && ` · ${x.entry.date}`}
                </p>
                <Note
                  key={x.note ?? ""}
                  of={nameOf(x.entry)}
                  note={x.note ?? ""}
                  onKeep={(note) =>
                    put(
                      (items) => items.map((y) => (y.folio === x.entry.folio ? { ...y, note } : y)),
                      "The note is kept.",
                    )
                  }
                />
              </div>
              <span className="no-print flex">
                <Act label={`${nameOf(x.entry)} further up`} off={i === 0} do={() => move(x.entry.folio, -1)}>
                  <ArrowUp size={18} aria-hidden />
                </Act>
                <Act
                  label={`${nameOf(x.entry)} further down`}
                  off={i === t.items.length - 1}
                  do={() => move(x.entry.folio, 1)}
                >
                  <ArrowDown size={18} aria-hidden />
                </Act>
                <Act
                  label={`${nameOf(x.entry)} out of the tray`}
                  do={() =>
                    put(
                      (items) => items.filter((y) => y.folio !== x.entry.folio),
                      `${nameOf(x.entry)} is out of the tray.`,
                    )
                  }
                >
                  <X size={18} aria-hidden />
                </Act>
              </span>
            </li>
          ))}
        </ol>
      )}
      <div className="no-print mt-5 max-w-[620px]">
        <label htmlFor="lay" className="caps">
          lay another dressing in it
        </label>
        <DressingCombobox
          id="lay"
          label="Lay another dressing in it"
          value={typed}
          onType={setTyped}
          placeholder="its name, or its folio"
          onChoose={(e: Entry) => lay.mutate(e)}
        />
      </div>
      <p className="no-print mt-5 flex flex-wrap gap-2">
        <button type="button" className="btn" onClick={() => print()}>
          Print it
        </button>
        <Link to="/journal" search={{ record: "tray", of: String(t.id) }} className="btn">
          History
        </Link>
        {!t.away && (
          <button type="button" className="btn" onClick={() => away.mutate(true)}>
            Put it away
          </button>
        )}
      </p>
    </div>
  );
}

function Act(p: { label: string; off?: boolean; do: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      className="inline-flex size-11 items-center justify-center hover:bg-glow disabled:opacity-40"
      aria-label={p.label}
      disabled={p.off}
      onClick={p.do}
    >
      {p.children}
    </button>
  );
}

function Head({ t, onKeep }: { t: Tray; onKeep: (b: { name: string; about: string }) => void }) {
  const [open, setOpen] = useState(false);
  const form = useForm({ defaultValues: { name: t.name, about: t.about ?? "" } });
  if (!open)
    return (
      <header>
        <div className="flex flex-wrap items-baseline gap-x-4">
          <h1 className="min-w-0 text-4xl [overflow-wrap:anywhere]">
            <bdi>{t.name}</bdi>
          </h1>
          <button type="button" className="link no-print min-h-[36px] text-soft" onClick={() => setOpen(true)}>
            change<span className="sr-only"> the name and what it is for</span>
          </button>
        </div>
        {t.about && <p className="book mt-1 max-w-prose whitespace-pre-wrap">{t.about}</p>}
      </header>
    );
  return (
    <form
      className="max-w-[620px]"
      onSubmit={form.handleSubmit((b) => {
        setOpen(false);
        onKeep(b);
      })}
    >
      <label className="block">
        <span className="caps">name</span>
        {/* biome-ignore lint/a11y/noAutofocus: it was asked for just now */}
        <input autoFocus className="field" maxLength={200} {...form.register("name", { required: true })} />
      </label>
      <label className="block">
        <span className="caps">what it is for</span>
        <textarea className="field" rows={2} maxLength={4000} {...form.register("about")} />
      </label>
      <p className="mt-2 flex gap-2">
        <button type="submit" className="btn btn-main">
          Keep it
        </button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </p>
    </form>
  );
}

function Note({ of, note, onKeep }: { of: string; note: string; onKeep: (note: string) => void }) {
  const form = useForm({ defaultValues: { note } });
  const keep = form.handleSubmit((b) => b.note.trim() !== note && onKeep(b.note.trim()));
  return (
    <form onSubmit={keep}>
      <textarea
        className="field mt-1 !min-h-[38px]"
        rows={1}
        style={{ fieldSizing: "content" } as React.CSSProperties}
        aria-label={`Note on ${of}`}
        placeholder="a note"
        maxLength={4000}
        {...form.register("note", { onBlur: () => void keep() })}
        onKeyDown={(e) => {
          if (e.key === "Enter" && !e.shiftKey) {
            e.preventDefault();
            void keep();
          }
        }}
      />
    </form>
  );
}
