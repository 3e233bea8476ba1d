import { createRootRoute, createRoute, createRouter } from "@tanstack/react-router";
import {
  type AcrossAsked,
  deedKinds,
  groupings,
  type Order,
  orders,
  type Records,
  reasonKinds,
  type Sought,
  waysAsked,
} from "./api/client";
import { Trouble, Waiting } from "./kit/pieces";
import { room } from "./kit/room";
import { LedgerRoom } from "./rooms/ledger/LedgerRoom";
import { NoPage, Shell } from "./Shell";

const root = createRootRoute({ component: Shell, notFoundComponent: NoPage });

const whole = (v: unknown) => (Number.isInteger(Number(v)) && Number(v) > 0 ? Number(v) : undefined);

/** How a list stands in the address. */
type Sorted = { sort?: Order; down?: boolean };
const sorted = (s: Record<string, unknown>): Sorted => ({
  sort: orders.find((x) => x === s.sort && x !== "folio"),
  down: s.down ? true : undefined,
});
const words = (v: unknown) => (v === undefined || v === "" ? undefined : String(v).slice(0, 400));

const ledger = createRoute({
  getParentRoute: () => root,
  path: "/",
  component: LedgerRoom,
  staticData: { title: "Ledger" },
  validateSearch: (s: Record<string, unknown>): { q?: string } & Sorted => ({
    q: s.q === undefined || s.q === "" ? undefined : String(s.q).slice(0, 200),
    ...sorted(s),
  }),
});
const index = createRoute({
  getParentRoute: () => root,
  path: "/index/$of",
  component: room(() => import("./rooms/index/IndexRoom"), "IndexRoom"),
  staticData: { title: "Index" },
  validateSearch: (s: Record<string, unknown>): { begin?: string; part?: string } => ({
    begin: words(s.begin),
    part: words(s.part),
  }),
});
const entry = createRoute({
  getParentRoute: () => root,
  path: "/index/$of/$name",
  component: room(() => import("./rooms/index/EntryRoom"), "EntryRoom"),
  validateSearch: (s: Record<string, unknown>): { part?: string; as?: string } & Sorted => ({
    part: words(s.part),
    as: words(s.as),
    ...sorted(s),
  }),
});
const trays = createRoute({
  getParentRoute: () => root,
  path: "/trays",
  component: room(() => import("./rooms/trays/TraysRoom"), "TraysRoom"),
  staticData: { title: "Trays" },
});
const tray = createRoute({
  getParentRoute: () => root,
  path: "/trays/$tray",
  component: room(() => import("./rooms/trays/TrayRoom"), "TrayRoom"),
});
const folio = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio",
  staticData: { title: "Folio" },
  component: room(() => import("./rooms/folio/FolioRoom"), "FolioRoom"),
  validateSearch: (s: Record<string, unknown>): { revision?: number } => ({ revision: whole(s.revision) }),
});
const desk = createRoute({
  getParentRoute: () => root,
  path: "/desk",
  staticData: { title: "Desk" },
  component: room(() => import("./rooms/desk/Desk"), "Desk"),
  validateSearch: (
    s: Record<string, unknown>,
  ): { folio?: number; batch?: string; item?: number; card?: number; pattern?: number } => ({
    folio: whole(s.folio),
    card: whole(s.card),
    pattern: whole(s.pattern),
    batch: typeof s.batch === "string" && s.batch ? s.batch : undefined,
    item: whole(s.item),
  }),
});
const provenance = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio/provenance",
  component: room(() => import("./rooms/provenance/ProvenanceRoom"), "ProvenanceRoom"),
  staticData: { title: "Provenance" },
});
const folioWitnesses = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio/witnesses",
  component: room(() => import("./rooms/pattern/WitnessesRoom"), "FolioWitnessesRoom"),
  staticData: { title: "Witnesses" },
});
const descent = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio/descent",
  component: room(() => import("./rooms/descent/DescentRoom"), "DescentRoom"),
  staticData: { title: "Descent" },
  validateSearch: (s: Record<string, unknown>): { with?: number } => ({ with: whole(s.with) }),
});
const patterns = createRoute({
  getParentRoute: () => root,
  path: "/patterns",
  component: room(() => import("./rooms/pattern/PatternsRoom"), "PatternsRoom"),
  staticData: { title: "Patterns" },
  validateSearch: (s: Record<string, unknown>): { q?: string } => ({
    q: s.q === undefined || s.q === "" ? undefined : String(s.q).slice(0, 200),
  }),
});
const pattern = createRoute({
  getParentRoute: () => root,
  path: "/patterns/$id",
  component: room(() => import("./rooms/pattern/PatternRoom"), "PatternRoom"),
});
const witnesses = createRoute({
  getParentRoute: () => root,
  path: "/patterns/$id/witnesses",
  component: room(() => import("./rooms/pattern/WitnessesRoom"), "WitnessesRoom"),
  validateSearch: (s: Record<string, unknown>): { variant?: number } => ({ variant: whole(s.variant) }),
});
const shelf = createRoute({
  getParentRoute: () => root,
  path: "/shelf",
  component: room(() => import("./rooms/shelf/ShelfRoom"), "ShelfRoom"),
  staticData: { title: "Shelf" },
});
const source = createRoute({
  getParentRoute: () => root,
  path: "/shelf/$id",
  component: room(() => import("./rooms/shelf/SourceRoom"), "SourceRoom"),
});
const bequests = createRoute({
  getParentRoute: () => root,
  path: "/bequests",
  component: room(() => import("./rooms/bequest/BequestsRoom"), "BequestsRoom"),
  staticData: { title: "Bequests" },
});
const bequest = createRoute({
  getParentRoute: () => root,
  path: "/bequests/$id",
  component: room(() => import("./rooms/bequest/BequestRoom"), "BequestRoom"),
});
const sizes = createRoute({
  getParentRoute: () => root,
  path: "/folio/$folio/sizes",
  component: room(() => import("./rooms/folio/SizesRoom"), "SizesRoom"),
  staticData: { title: "All sizes" },
});
const hooks = createRoute({
  getParentRoute: () => root,
  path: "/hooks",
  component: room(() => import("./rooms/hooks/HooksRoom"), "HooksRoom"),
  staticData: { title: "Hooks" },
});
const schools = createRoute({
  getParentRoute: () => root,
  path: "/schools",
  staticData: { title: "Schools" },
  component: room(() => import("./rooms/schools/SchoolsRoom"), "SchoolsRoom"),
  validateSearch: (s: Record<string, unknown>): { folio?: number } => ({ folio: whole(s.folio) }),
});
const oneOf = <T extends string>(v: unknown, list: readonly T[]) => list.find((x) => x === v);
const aboutWhat: Records[] = [
  "dressing",
  "hook",
  "word",
  "school",
  "box",
  "tray",
  "material",
  "pattern",
  "source",
  "accession",
  "period",
];
const journal = createRoute({
  getParentRoute: () => root,
  path: "/journal",
  staticData: { title: "Journal" },
  component: room(() => import("./rooms/journal/JournalRoom"), "JournalRoom"),
  validateSearch: (s: Record<string, unknown>): Sought => ({
    record: oneOf(s.record, aboutWhat),
    of: s.of === undefined || s.of === "" ? undefined : String(s.of).slice(0, 200),
    kind: oneOf(s.kind, deedKinds),
    day: typeof s.day === "string" && /^\d{4}-\d{2}-\d{2}$/.test(s.day) ? s.day : undefined,
    mine: s.mine ? true : undefined,
  }),
});
const anew = createRoute({
  getParentRoute: () => root,
  path: "/anew",
  component: room(() => import("./rooms/anew/AnewRoom"), "AnewRoom"),
  staticData: { title: "Read anew" },
});
const wordsRoom = createRoute({
  getParentRoute: () => root,
  path: "/words",
  component: room(() => import("./rooms/words/WordsRoom"), "WordsRoom"),
  staticData: { title: "Words" },
  validateSearch: (s: Record<string, unknown>): { class?: string; lists?: boolean } => ({
    class: words(s.class),
    lists: s.lists ? true : undefined,
  }),
});
const cabinet = createRoute({
  getParentRoute: () => root,
  path: "/cabinet",
  component: room(() => import("./rooms/cabinet/CabinetRoom"), "CabinetRoom"),
  staticData: { title: "Cabinet" },
  validateSearch: (s: Record<string, unknown>): { q?: string; unknown?: boolean } => ({
    q: s.q === undefined || s.q === "" ? undefined : String(s.q).slice(0, 100),
    unknown: s.unknown ? true : undefined,
  }),
});
const material = createRoute({
  getParentRoute: () => root,
  path: "/cabinet/$name",
  component: room(() => import("./rooms/cabinet/MaterialRoom"), "MaterialRoom"),
});
const instead = createRoute({
  getParentRoute: () => root,
  path: "/instead",
  component: room(() => import("./rooms/cabinet/InsteadRoom"), "InsteadRoom"),
  validateSearch: (s: Record<string, unknown>): { name?: string; part?: string; on?: string; colour?: string } => ({
    name: words(s.name)?.slice(0, 100),
    part: words(s.part)?.slice(0, 60),
    on: words(s.on)?.slice(0, 20),
    colour: words(s.colour)?.slice(0, 60),
  }),
});
const across = createRoute({
  getParentRoute: () => root,
  path: "/across",
  component: room(() => import("./rooms/across/AcrossRoom"), "AcrossRoom"),
  staticData: { title: "Across the ledger" },
  validateSearch: (s: Record<string, unknown>): AcrossAsked => ({
    part: words(s.part)?.slice(0, 60),
    what: oneOf(s.what, waysAsked),
    of: words(s.of)?.slice(0, 100),
    to: words(s.to)?.slice(0, 100),
    since: whole(s.since),
    until: whole(s.until),
    reason: oneOf(s.reason, reasonKinds),
    by: oneOf(s.by, groupings),
  }),
});
const sheet = createRoute({
  getParentRoute: () => root,
  path: "/sheet",
  component: room(() => import("./rooms/ledger/SheetRoom"), "SheetRoom"),
  staticData: { title: "Sheet" },
});
const box = createRoute({
  getParentRoute: () => root,
  path: "/box",
  component: room(() => import("./rooms/box/BoxRoom"), "BoxRoom"),
  staticData: { title: "Card box" },
});
const batch = createRoute({
  getParentRoute: () => root,
  path: "/box/$batch",
  component: room(() => import("./rooms/box/BatchRoom"), "BatchRoom"),
});
const spread = createRoute({
  getParentRoute: () => root,
  path: "/spread/$parent/$variant",
  component: room(() => import("./rooms/spread/SpreadRoom"), "SpreadRoom"),
  validateSearch: (s: Record<string, unknown>): { a?: number; b?: number } => ({ a: whole(s.a), b: whole(s.b) }),
});

export const router = createRouter({
  routeTree: root.addChildren([
    ledger,
    folio,
    provenance,
    folioWitnesses,
    descent,
    patterns,
    pattern,
    witnesses,
    shelf,
    source,
    bequests,
    bequest,
    sizes,
    desk,
    spread,
    box,
    batch,
    hooks,
    schools,
    wordsRoom,
    index,
    entry,
    trays,
    tray,
    anew,
    cabinet,
    material,
    instead,
    across,
    sheet,
    journal,
  ]),
  defaultPreload: false,
  defaultPendingComponent: Waiting,
  defaultErrorComponent: ({ error, reset }) => <Trouble error={error} onRetry={reset} />,
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
