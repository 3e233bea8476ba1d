import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from "react";

/** A key with what it does, in words. Without a deed it is only listed. */
export type Binding = { key: string; what: string; do?: () => void };

type Room = { title: string; list: Binding[] };
type State = { rooms: Room[]; add: (r: Room) => () => void };

const Context = createContext<State>({ rooms: [], add: () => () => {} });

/** Whether keys are being typed into a field just now. */
function typing(e: KeyboardEvent): boolean {
  const t = e.target as HTMLElement | null;
  return !!t && (t.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(t.tagName));
}

export function KeysProvider({ children }: { children: ReactNode }) {
  const [rooms, setRooms] = useState<Room[]>([]);
  const live = useRef(rooms);
  live.current = rooms;
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.defaultPrevented || typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      // the newest room first, so that a page's own key wins
      for (const r of [...live.current].reverse()) {
        const b = r.list.find((x) => x.key === e.key && x.do);
        if (b?.do) {
          e.preventDefault();
          b.do();
          return;
        }
      }
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);
  // the keys that are live, for whoever drives the page from outside
  useEffect(() => {
    document.documentElement.dataset.keys = rooms
      .flatMap((r) => r.list)
      .filter((b) => b.do)
      .map((b) => b.key)
      .join(" ");
  }, [rooms]);
  const state = useMemo<State>(
    () => ({
      rooms,
      add: (r) => {
        setRooms((old) => [...old, r]);
        return () => setRooms((old) => old.filter((x) => x !== r));
      },
    }),
    [rooms],
  );
  return <Context value={state}>{children}</Context>;
}

export const useRooms = () => useContext(Context).rooms;

/** Announces the keys of a page for as long as it is on the screen. */
export function useKeys(title: string, list: Binding[]) {
  const { add } = useContext(Context);
  const latest = useRef(list);
  latest.current = list;
  const shape = list.map((b) => `${b.key}\t${b.what}`).join("\n");
  const addRef = useRef(add);
  addRef.current = add;
  useEffect(() => {
    const bound = latest.current.map((b, i) => ({
      key: b.key,
      what: b.what,
      do: b.do ? () => latest.current[i]?.do?.() : undefined,
    }));
    void shape;
    return addRef.current({ title, list: bound });
  }, [title, shape]);
}
