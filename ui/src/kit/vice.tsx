import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from "react";
import type { Measured, Vice } from "../api/client";

type Hook = Measured["hook"];

type State = {
  vice: Vice;
  /** The hook that the page on the screen is measured on, as the core answered. */
  hook: Hook | undefined;
  show: (hook: Hook | undefined) => void;
  step: (by: number) => void;
  setSize: (size: string) => void;
  setShank: (shank: string) => void;
  setHook: (id: number) => void;
  release: () => void;
};

const Context = createContext<State | undefined>(undefined);
const key = "mothledger.vice";

/** Sizes as the trade counts them: 8/0 … 1/0, 1, 2 … 32. */
export const sizes = [8, 7, 6, 5, 4, 3, 2, 1]
  .map((n) => `${n}/0`)
  .concat(Array.from({ length: 32 }, (_, i) => `${i + 1}`));

/** The next even size in a direction; odd ones and aughts step by one. */
export function nextSize(size: string, by: number): string {
  const i = sizes.indexOf(size);
  if (i < 0) return size;
  let j = i + by;
  if (j > 8 && j < sizes.length && Number(sizes[j]) % 2 === 1) j += by;
  return sizes[Math.min(Math.max(j, 0), sizes.length - 1)] as string;
}

function kept(): Vice {
  try {
    const v = JSON.parse(localStorage.getItem(key) ?? "") as Partial<Vice>;
    return {
      size: sizes.includes(v.size ?? "") ? (v.size as string) : "",
      shank: typeof v.shank === "string" ? v.shank : "",
      hook: typeof v.hook === "number" ? v.hook : 0,
    };
  } catch {
    return { size: "", shank: "", hook: 0 };
  }
}

export function ViceProvider({ children }: { children: ReactNode }) {
  const [vice, setVice] = useState<Vice>(kept);
  const [hook, setShown] = useState<Hook | undefined>();
  // every reading answers with a hook; only another one is news
  const show = useCallback(
    (h: Hook | undefined) => setShown((old) => (JSON.stringify(old) === JSON.stringify(h) ? old : h)),
    [],
  );
  const state = useMemo<State>(() => {
    const put = (v: Vice) => {
      localStorage.setItem(key, JSON.stringify(v));
      setVice(v);
    };
    const size = (vice.hook ? "" : vice.size) || hook?.size || "12";
    return {
      vice,
      hook,
      show,
      step: (by) => put({ ...vice, hook: 0, size: nextSize(size, by) }),
      setSize: (s) => put({ ...vice, hook: 0, size: s }),
      setShank: (s) => put({ ...vice, hook: 0, shank: s }),
      setHook: (id) => put({ size: "", shank: "", hook: id }),
      release: () => put({ size: "", shank: "", hook: 0 }),
    };
  }, [vice, hook, show]);
  return <Context value={state}>{children}</Context>;
}

export function useVice(): State {
  const s = useContext(Context);
  if (!s) throw new Error("useVice outside ViceProvider");
  return s;
}
