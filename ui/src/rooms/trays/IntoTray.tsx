import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";
import { layIn, makeTray, mostInTray, traysQuery } from "../../api/client";
import { useToasts } from "../../kit/toasts";

/** Lays dressings in a tray that is out, or in a new one. */
export function IntoTray({ folios: all, what }: { folios: number[]; what: string }) {
  const folios = all.slice(0, mostInTray);
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const trays = useQuery({ ...traysQuery(), enabled: open });
  const client = useQueryClient();
  const { say } = useToasts();
  const done = (said: string) => (r: { deed: number }) => {
    setOpen(false);
    setName("");
    say(r.deed ? said : "They lie there already.", r.deed);
    void client.invalidateQueries({ queryKey: ["trays"] });
    void client.invalidateQueries({ queryKey: ["tray"] });
  };
  const lay = useMutation({
    mutationFn: (t: { id: number; name: string }) => layIn(t.id, folios).then((r) => ({ ...r, name: t.name })),
    onSuccess: (r) => done(`Laid in “${r.name}”.`)(r),
    onError: (x) => say(x.message),
  });
  const make = useMutation({
    mutationFn: (n: string) => makeTray(crypto.randomUUID(), { name: n, items: folios.map((folio) => ({ folio })) }),
    onSuccess: (r) => done(`Laid in the new tray “${name.trim()}”.`)(r),
    onError: (x) => say(x.message),
  });
  if (folios.length === 0) return null;
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="btn">Lay {what} in a tray …</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={{ top: 8, left: 8, right: 8, bottom: 66 }}
          className="z-40 max-h-(--radix-popover-content-available-height) w-[21rem] max-w-[calc(100vw-1rem)] overflow-y-auto border border-edge bg-paper p-4 shadow-xl"
          aria-label="In which tray"
        >
          <p className="caps">
            {folios.length < all.length && "the first "}
            {folios.length === 1 ? "this dressing goes" : `${folios.length} dressings go`} into the tray
          </p>
          <ul>
            {(trays.data ?? []).map((t) => (
              <li key={t.id}>
                <button
                  type="button"
                  className="palette-item w-full text-left hover:bg-glow"
                  disabled={lay.isPending}
                  onClick={() => lay.mutate(t)}
                >
                  <span className="book grow [overflow-wrap:anywhere]">{t.name}</span>
                  <span className="text-soft">{t.count}</span>
                </button>
              </li>
            ))}
          </ul>
          <form
            className="mt-2 flex items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              if (name.trim()) make.mutate(name.trim());
            }}
          >
            <label className="grow">
              <span className="caps">a new tray</span>
              <input
                className="field"
                value={name}
                maxLength={200}
                placeholder="Open questions"
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            <button type="submit" className="btn" disabled={!name.trim() || make.isPending}>
              Make it
            </button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
