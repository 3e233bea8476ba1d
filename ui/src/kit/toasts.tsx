import { useQueryClient } from "@tanstack/react-query";
import { Toast } from "radix-ui";
import { createContext, type ReactNode, useContext, useMemo, useRef, useState } from "react";
import { Problem, rehearseUndo, undo } from "../api/client";

/** What was done. With `also`, what undoing it would touch too, and it waits to be told. */
type Note = { id: number; text: string; deed: number; also?: string[] };

type State = {
  /** Says what was done; with a deed it can be undone from there. */
  say: (text: string, deed?: number) => void;
  /** Undoes the last thing that was done from here. */
  undoLast: () => void;
  /** Undoes a deed; what else that touches is said first. */
  undoDeed: (deed: number) => void;
};

const Context = createContext<State>({ say: () => {}, undoLast: () => {}, undoDeed: () => {} });

export function ToastProvider({ children }: { children: ReactNode }) {
  const [notes, setNotes] = useState<Note[]>([]);
  const latest = useRef(notes);
  latest.current = notes;
  const client = useQueryClient();
  const state = useMemo<State & { undoNow: (deed: number) => void }>(() => {
    const put = (n: Omit<Note, "id">) => setNotes((old) => [...old.slice(-2), { id: Math.random(), ...n }]);
    const say = (text: string, deed = 0) => put({ text, deed });
    const failed = (e: unknown) => say(e instanceof Problem ? e.message : "That could not be undone.");
    const undoNow = (deed: number) => {
      undo(deed)
        .then((u) => {
          setNotes((old) => old.filter((n) => n.deed !== deed));
          say(`Undone: ${u.what}`);
          return client.invalidateQueries();
        })
        .catch(failed);
    };
    const undoOne = (deed?: number) => {
      rehearseUndo(deed)
        .then((u) => {
          if (u.blocked) say(`Not undone: ${u.blocked}.`);
          else if (u.also.length === 0) undoNow(deed ?? 0);
          else put({ text: `Undoing “${u.what}” also touches`, deed: deed ?? 0, also: u.also });
        })
        .catch(failed);
    };
    const undoLast = () => {
      // once it was said what else is touched, the same key does it
      const told = latest.current.find((n) => n.also);
      if (told) undoNow(told.deed);
      else undoOne();
    };
    return { say, undoNow, undoLast, undoDeed: undoOne };
  }, [client]);
  return (
    <Context value={state}>
      <Toast.Provider swipeDirection="right" label="What was done" duration={9000}>
        {children}
        {notes.map((n) => (
          <Toast.Root
            key={n.id}
            className="flex items-center gap-4 border border-edge border-l-4 border-l-amber bg-paper py-2 pr-2 pl-4 shadow-lg"
            duration={n.also ? Number.POSITIVE_INFINITY : undefined}
            onOpenChange={(open) => {
              if (!open) setNotes((old) => old.filter((x) => x.id !== n.id));
            }}
          >
            <div className="grow">
              <Toast.Title>{n.text}</Toast.Title>
              {n.also && (
                <Toast.Description asChild>
                  <ul className="mt-1 max-h-[40vh] overflow-y-auto text-[0.95rem] leading-snug">
                    {n.also.map((a) => (
                      <li key={a} className="border-t border-rule py-1">
                        {a}
                      </li>
                    ))}
                  </ul>
                </Toast.Description>
              )}
            </div>
            {n.also ? (
              <Toast.Action altText="Undo all of it from the Journal" asChild>
                <button
                  type="button"
                  className="btn btn-main whitespace-nowrap"
                  aria-keyshortcuts="u"
                  onClick={() => state.undoNow(n.deed)}
                >
                  Undo it all
                </button>
              </Toast.Action>
            ) : (
              n.deed > 0 && (
                <Toast.Action altText="Undo with the key u" asChild>
                  <button type="button" className="btn" onClick={() => state.undoDeed(n.deed)}>
                    Undo
                  </button>
                </Toast.Action>
              )
            )}
            <Toast.Close className="btn" aria-label="Put this note away">
              ×
            </Toast.Close>
          </Toast.Root>
        ))}
        <Toast.Viewport className="no-print fixed right-4 bottom-[70px] z-50 flex w-[26rem] max-w-[calc(100vw-2rem)] list-none flex-col gap-2 outline-none" />
      </Toast.Provider>
    </Context>
  );
}

export const useToasts = () => useContext(Context);
