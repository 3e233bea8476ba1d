import { createRootRoute, createRoute, createRouter } from "@tanstack/react-router";
import { Desk } from "./rooms/desk/Desk";
import { FolioRoom } from "./rooms/folio/FolioRoom";
import { LedgerRoom } from "./rooms/ledger/LedgerRoom";
import { SpreadRoom } from "./rooms/spread/SpreadRoom";
import { NoPage, Shell } from "./Shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NoPage });

const ledger = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: LedgerRoom,
  validateSearch: (s: Record<string, unknown>): { q?: string } =>
    typeof s.q === "string" && s.q ? { q: s.q.slice(0, 200) } : {},
});
const folio = createRoute({ getParentRoute: () => root, path: "/folio/$folio", component: FolioRoom });
const desk = createRoute({ getParentRoute: () => root, path: "/desk", component: Desk });
const spread = createRoute({ getParentRoute: () => root, path: "/spread/$parent/$variant", component: SpreadRoom });

export const router = createRouter({
  routeTree: root.addChildren([ledger, folio, desk, spread]),
  defaultPreload: false,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
