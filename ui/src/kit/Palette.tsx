import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import { useDeferredValue, useRef, useState } from "react";
import { choicesQuery } from "../api/client";
import { DressingChoice } from "./Combobox";
import { useRooms } from "./keys";
import { nameOf } from "./pieces";

/** Goes anywhere and does anything, by typing a few letters of it. */
export function Palette({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const rooms = useRooms();
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const asked = useDeferredValue(typed.trim());
  const names = useQuery({ ...choicesQuery("dressings", asked), enabled: open });
  const people = useQuery({ ...choicesQuery("people", asked), enabled: open && asked.length > 1 });
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (s: string) => words.every((w) => s.toLowerCase().includes(w));
  const run = (f: () => void) => () => {
    setOpen(false);
    // after the dialog has given the focus back
    setTimeout(f, 0);
  };
  // what was found for fewer letters stands only while it fits
  const dressings = (names.data?.dressings ?? []).filter((d) => !names.isPlaceholderData || fits(nameOf(d)));
  const who = asked.length > 1 ? (people.data?.names ?? []).slice(0, 4) : [];
  const deeds = rooms
    .map((r) => ({ title: r.title, list: r.list.filter((b) => b.do && fits(b.what)) }))
    .filter((r) => r.list.length > 0)
    .reverse();
  // the first is chosen, also of what comes later, until somebody goes on to another
  const [moved, setMoved] = useState<string>();
  const moving = useRef(false);
  const [deed] = deeds[0]?.list ?? [];
  const first = deed
    ? `${deeds[0]?.title} ${deed.key}`
    : dressings[0]
      ? `folio ${dressings[0].folio}`
      : who[0]
        ? `person ${who[0]}`
        : "find in the ledger";
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(o) => {
        setOpen(o);
        setTyped("");
        setMoved(undefined);
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-bark/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[38rem] max-w-[calc(100vw-2rem)] -translate-x-1/2 border border-edge bg-paper shadow-2xl"
        >
          <Dialog.Title className="sr-only">Go anywhere, do anything</Dialog.Title>
          <Command
            label="Go anywhere, do anything"
            shouldFilter={false}
            loop
            value={moved ?? first}
            onValueChange={(v) => moving.current && setMoved(v)}
            onKeyDown={(e) => {
              if (e.key.startsWith("Arrow") || e.key === "Home" || e.key === "End") moving.current = true;
            }}
            onPointerMove={() => {
              moving.current = true;
            }}
          >
            <Command.Input
              className="field !min-h-[56px] !text-[1.25rem]"
              placeholder="A dressing, a room, or something to do …"
              value={typed}
              onValueChange={(text) => {
                setTyped(text);
                setMoved(undefined);
                moving.current = false;
              }}
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2" aria-label="Places and deeds">
              {dressings.length + deeds.length === 0 && (
                <p className="p-4 text-soft">{names.isPending ? "Looking …" : "Nothing goes by that name."}</p>
              )}
              {deeds.map((r) => (
                <Command.Group key={r.title} heading={r.title} className="palette-group">
                  {r.list.map((b) => (
                    <Command.Item
                      key={b.key}
                      value={`${r.title} ${b.key}`}
                      onSelect={run(() => b.do?.())}
                      className="palette-item"
                    >
                      <span className="grow">{b.what}</span>
                      <kbd className="text-soft">{b.key}</kbd>
                    </Command.Item>
                  ))}
                </Command.Group>
              ))}
              {dressings.length > 0 && (
                <Command.Group heading="Dressings" className="palette-group">
                  {dressings.map((d) => (
                    <Command.Item
                      key={d.folio}
                      value={`folio ${d.folio}`}
                      className="palette-item"
                      onSelect={run(() => void navigate({ to: "/folio/$folio", params: { folio: String(d.folio) } }))}
                    >
                      <DressingChoice e={d} />
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
              {who.length > 0 && (
                <Command.Group heading="People" className="palette-group">
                  {who.map((n) => (
                    <Command.Item
                      key={n}
                      value={`person ${n}`}
                      className="palette-item"
                      onSelect={run(() => void navigate({ to: "/index/$of/$name", params: { of: "people", name: n } }))}
                    >
                      <span className="book grow">{n}</span>
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
              {asked && (
                <Command.Group heading="Find" className="palette-group">
                  <Command.Item
                    value="find in the ledger"
                    className="palette-item"
                    onSelect={run(() => void navigate({ to: "/", search: { q: asked } }))}
                  >
                    <span className="grow">
                      ask the Ledger for “<b className="book">{asked}</b>”
                    </span>
                  </Command.Item>
                </Command.Group>
              )}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
