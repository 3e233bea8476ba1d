import { useRouterState } from "@tanstack/react-router";
import { useEffect, useLayoutEffect } from "react";

declare module "@tanstack/react-router" {
  interface StaticDataRouteOption {
    /** What the page is called in the browser. */
    title?: string;
  }
}

const put = (s: string) => {
  document.title = s ? `${s} · Moth Ledger` : "Moth Ledger";
};

/** Each page is called what its route says. */
export function useRouteTitle() {
  const title = useRouterState({ select: (s) => s.matches.at(-1)?.staticData.title ?? "" });
  const path = useRouterState({ select: (s) => s.location.pathname });
  // before the page itself says what it is called
  useLayoutEffect(() => {
    void path;
    put(title);
  }, [title, path]);
}

/** A page that is called after what stands on it. */
export function useTitle(title: string | undefined) {
  useEffect(() => {
    if (title) put(title);
  }, [title]);
}
