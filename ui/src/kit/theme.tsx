import { createContext, type ReactNode, useContext, useEffect, useState } from "react";

type Theme = { dark: boolean; toggle: () => void };

const Context = createContext<Theme>({ dark: false, toggle: () => {} });

const key = "mothledger.theme";

function initial(): boolean {
  const kept = localStorage.getItem(key);
  return kept ? kept === "dark" : matchMedia("(prefers-color-scheme: dark)").matches;
}

/** Light paper by day, a true dark page for the evening bench. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [dark, setDark] = useState(initial);
  useEffect(() => {
    document.documentElement.dataset.theme = dark ? "dark" : "light";
  }, [dark]);
  const toggle = () =>
    setDark((d) => {
      localStorage.setItem(key, d ? "light" : "dark");
      return !d;
    });
  return <Context value={{ dark, toggle }}>{children}</Context>;
}

export const useTheme = () => useContext(Context);
