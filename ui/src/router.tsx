import { createRootRoute, createRoute, createRouter } from "@tanstack/react-router";
import { deedKinds, type Records, type Sought } from "./api/client";
import { Trouble } from "./kit/pieces";
import { AnewRoom } from "./rooms/anew/AnewRoom";
import { BatchRoom, BoxRoom } from "./rooms/box/BoxRoom";
import { Desk } from "./rooms/desk/Desk";
import { WordsRoom } from "./rooms/desk/WordsRoom";
import { FolioRoom } from "./rooms/folio/FolioRoom";
import { SizesRoom } from "./rooms/folio/SizesRoom";
import { HooksRoom } from "./rooms/hooks/HooksRoom";
import { JournalRoom } from "./rooms/journal/JournalRoom";
import { LedgerRoom } from "./rooms/ledger/LedgerRoom";
import { SheetRoom } from "./rooms/ledger/SheetRoom";
import { SchoolsRoom } from "./rooms/schools/SchoolsRoom";
import { SpreadRoom } from "./rooms/spread/SpreadRoom";
import { NoPage, Shell } from "./Shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NoPage });

const whole = (v: unknown) => (Number.isInteger(Number(v)) && Number(v) > 0 ? Number(v) : undefined);

const ledger = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: LedgerRoom,
  validateSearch: (s: Record<string, unknown>): { q?: string } =>
    typeof s.q === "string" && s.q ? { q: s.q.slice(0, 200) } : {},
});
const folio = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio",
  component: FolioRoom,
  validateSearch: (s: Record<string, unknown>): { revision?: number } => ({ revision: whole(s.revision) }),
});
const desk = createRoute({
  getParentRoute: () => root,
  path: "/desk",
  component: Desk,
  validateSearch: (s: Record<string, unknown>): { folio?: number; batch?: string; item?: number } => ({
    folio: whole(s.folio),
    batch: typeof s.batch === "string" && s.batch ? s.batch : undefined,
    item: whole(s.item),
  }),
});
const sizes = createRoute({ getParentRoute: () => root, path: "/folio/$folio/sizes", component: SizesRoom });
const hooks = createRoute({ getParentRoute: () => root, path: "/hooks", component: HooksRoom });
const schools = createRoute({
  getParentRoute: () => root,
  path: "/schools",
  component: SchoolsRoom,
  validateSearch: (s: Record<string, unknown>): { folio?: number } => ({ folio: whole(s.folio) }),
});
const oneOf = <T extends string>(v: unknown, list: readonly T[]) => list.find((x) => x === v);
const aboutWhat: Records[] = ["dressing", "hook", "word", "school", "box"];
const journal = createRoute({
  getParentRoute: () => root,
  path: "/journal",
  component: JournalRoom,
  validateSearch: (s: Record<string, unknown>): Sought => ({
    record: oneOf(s.record, aboutWhat),
    of: s.of === undefined || s.of === "" ? undefined : String(s.of).slice(0, 200),
    kind: oneOf(s.kind, deedKinds),
    day: typeof s.day === "string" && /^\d{4}-\d{2}-\d{2}$/.test(s.day) ? s.day : undefined,
    mine: s.mine ? true : undefined,
  }),
});
const anew = createRoute({ getParentRoute: () => root, path: "/anew", component: AnewRoom });
const words = createRoute({ getParentRoute: () => root, path: "/words", component: WordsRoom });
const sheet = createRoute({ getParentRoute: () => root, path: "/sheet", component: SheetRoom });
const box = createRoute({ getParentRoute: () => root, path: "/box", component: BoxRoom });
const batch = createRoute({ getParentRoute: () => root, path: "/box/$batch", component: BatchRoom });
const spread = createRoute({
  getParentRoute: () => root,
  path: "/spread/$parent/$variant",
  component: SpreadRoom,
  validateSearch: (s: Record<string, unknown>): { a?: number; b?: number } => ({ a: whole(s.a), b: whole(s.b) }),
});

export const router = createRouter({
  routeTree: root.addChildren([
    ledger,
    folio,
    sizes,
    desk,
    spread,
    box,
    batch,
    hooks,
    schools,
    words,
    anew,
    sheet,
    journal,
  ]),
  defaultPreload: false,
  defaultErrorComponent: ({ error, reset }) => <Trouble error={error} onRetry={reset} />,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
