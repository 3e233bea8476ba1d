import { useQueryClient } from "@tanstack/react-query";
import { Toast } from "radix-ui";
import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import { Problem, undo } from "../api/client";

type Note = { id: number; text: string; deed: number };

type State = {
  /** Says what was done; with a deed it can be undone from there. */
  say: (text: string, deed?: number) => void;
  /** Undoes the last thing that was done from here. */
  undoLast: () => void;
};

const Context = createContext<State>({ say: () => {}, undoLast: () => {} });

export function ToastProvider({ children }: { children: ReactNode }) {
  const [notes, setNotes] = useState<Note[]>([]);
  const client = useQueryClient();
  const state = useMemo<State & { undoOne: (deed?: number) => void }>(() => {
    const say = (text: string, deed = 0) => setNotes((old) => [...old.slice(-2), { id: Math.random(), text, deed }]);
    const undoOne = (deed?: number) => {
      undo(deed)
        .then((u) => {
          setNotes((old) => old.filter((n) => n.deed !== deed));
          say(`Undone: ${u.what}`);
          return client.invalidateQueries();
        })
        .catch((e: unknown) => say(e instanceof Problem ? e.message : "That could not be undone."));
    };
    return { say, undoOne, undoLast: () => undoOne() };
  }, [client]);
  return (
    <Context value={state}>
      <Toast.Provider swipeDirection="right" label="What was done" duration={9000}>
        {children}
        {notes.map((n) => (
          <Toast.Root
            key={n.id}
            className="flex items-center gap-4 border border-edge border-l-4 border-l-amber bg-paper py-2 pr-2 pl-4 shadow-lg"
            onOpenChange={(open) => {
              if (!open) setNotes((old) => old.filter((x) => x.id !== n.id));
            }}
          >
            <Toast.Title className="grow">{n.text}</Toast.Title>
            {n.deed > 0 && (
              <Toast.Action altText="Undo with the key u" asChild>
                <button type="button" className="btn" onClick={() => state.undoOne(n.deed)}>
                  Undo
                </button>
              </Toast.Action>
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
