import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { namesQuery } from "../api/client";
import { useRooms } from "./keys";

/** Goes anywhere and does anything, by typing a few letters of it. */
export function Palette() {
  const [open, setOpen] = useState(false);
  const rooms = useRooms();
  const navigate = useNavigate();
  const names = useQuery({ ...namesQuery, enabled: open });
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "k") {
        e.preventDefault();
        setOpen((o) => !o);
      }
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);
  const run = (f: () => void) => () => {
    setOpen(false);
    // after the dialog has given the focus back
    setTimeout(f, 0);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-bark/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[38rem] max-w-[calc(100vw-2rem)] -translate-x-1/2 border border-edge bg-paper shadow-2xl"
        >
          <Dialog.Title className="sr-only">Go anywhere, do anything</Dialog.Title>
          <Command label="Go anywhere, do anything" loop>
            <Command.Input
              className="field !min-h-[56px] !text-[1.25rem]"
              placeholder="A dressing, a room, or something to do …"
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2" aria-label="Places and deeds">
              <Command.Empty className="p-4 text-soft">Nothing goes by that name.</Command.Empty>
              {rooms.map((r) => (
                <Command.Group key={r.title} heading={r.title} className="palette-group">
                  {r.list.map(
                    (b) =>
                      b.do && (
                        <Command.Item
                          key={b.key}
                          value={`${r.title} ${b.what}`}
                          onSelect={run(b.do)}
                          className="palette-item"
                        >
                          <span className="grow">{b.what}</span>
                          <kbd className="text-soft">{b.key}</kbd>
                        </Command.Item>
                      ),
                  )}
                </Command.Group>
              ))}
              {names.data && names.data.dressings.length > 0 && (
                <Command.Group heading="Dressings" className="palette-group">
                  {names.data.dressings.map((d) => (
                    <Command.Item
                      key={d.folio}
                      value={`${d.title} ${d.folio}`}
                      className="palette-item"
                      onSelect={run(() => void navigate({ to: "/folio/$folio", params: { folio: String(d.folio) } }))}
                    >
                      <span className="book grow">{d.title}</span>
                      <span className="text-soft">folio {d.folio}</span>
                    </Command.Item>
                  ))}
                </Command.Group>
              )}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
