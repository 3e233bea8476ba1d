import { onlineManager } from "@tanstack/react-query";
import { Link, Outlet, useNavigate, useRouterState } from "@tanstack/react-router";
import {
  BookMarked,
  BookOpen,
  Feather,
  FishingHook,
  GitCompareArrows,
  GraduationCap,
  History,
  Inbox,
  Keyboard,
  Languages,
  Library,
  List,
  type LucideIcon,
  Moon,
  Package,
  PenLine,
  Sun,
} from "lucide-react";
import { Dialog } from "radix-ui";
import { lazy, Suspense, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { useKeys, useRooms } from "./kit/keys";
import { fetchRooms } from "./kit/room";
import { useTheme } from "./kit/theme";
import { useRouteTitle } from "./kit/title";
import { useToasts } from "./kit/toasts";
import { ViceBar } from "./kit/ViceBar";
import { useVice } from "./kit/vice";

const fetchPalette = () => import("./kit/Palette").then((m) => ({ default: m.Palette }));
const Palette = lazy(fetchPalette);

/** The rooms, as their tabs stand. */
const rooms: {
  to: string;
  params?: { of: string };
  say: string;
  key: string;
  Icon: LucideIcon;
  exact?: boolean;
}[] = [
  { to: "/", say: "Ledger", key: "l", Icon: BookOpen, exact: true },
  { to: "/patterns", say: "Patterns", key: "m", Icon: Library },
  { to: "/index/$of", params: { of: "people" }, say: "Index", key: "i", Icon: List },
  { to: "/desk", say: "Desk", key: "d", Icon: PenLine },
  { to: "/shelf", say: "Shelf", key: "v", Icon: BookMarked },
  { to: "/box", say: "Card box", key: "b", Icon: Package },
  { to: "/trays", say: "Trays", key: "y", Icon: Inbox },
  { to: "/hooks", say: "Hooks", key: "h", Icon: FishingHook },
  { to: "/cabinet", say: "Cabinet", key: "r", Icon: Feather },
  { to: "/across", say: "Across", key: "z", Icon: GitCompareArrows },
  { to: "/words", say: "Words", key: "w", Icon: Languages },
  { to: "/schools", say: "Schools", key: "c", Icon: GraduationCap },
  { to: "/journal", say: "Journal", key: "g", Icon: History },
];

/** The frame around every page: index tabs at the left, the vice below. */
export function Shell() {
  const { step } = useVice();
  const { dark, toggle } = useTheme();
  const { undoLast } = useToasts();
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  useRouteTitle();
  useKeys("Everywhere", [
    { key: "[", what: "a larger hook in the vice", do: () => step(-1) },
    { key: "]", what: "a smaller hook in the vice", do: () => step(1) },
    {
      key: "/",
      what: "find in the ledger",
      do: () =>
        void navigate({ to: "/" }).then(() => {
          requestAnimationFrame(() => document.getElementById("find")?.focus());
        }),
    },
    { key: "l", what: "to the Ledger", do: () => void navigate({ to: "/" }) },
    {
      key: "i",
      what: "to the Index: people, books, decades, parts",
      do: () => void navigate({ to: "/index/$of", params: { of: "people" } }),
    },
    { key: "m", what: "to the Patterns: what names stand for", do: () => void navigate({ to: "/patterns" }) },
    { key: "v", what: "to the Shelf: sources, and the bequests", do: () => void navigate({ to: "/shelf" }) },
    { key: "y", what: "to the Trays", do: () => void navigate({ to: "/trays" }) },
    { key: "d", what: "to the Desk", do: () => void navigate({ to: "/desk" }) },
    { key: "b", what: "to the Card box: many recipes at once", do: () => void navigate({ to: "/box" }) },
    { key: "h", what: "to the Hooks: the club’s own, measured", do: () => void navigate({ to: "/hooks" }) },
    { key: "c", what: "to the Schools: how this club does it", do: () => void navigate({ to: "/schools" }) },
    { key: "r", what: "to the Cabinet: raw materials", do: () => void navigate({ to: "/cabinet" }) },
    {
      key: "z",
      what: "questions across the ledger: what variants changed",
      do: () => void navigate({ to: "/across" }),
    },
    { key: "w", what: "to the Words: all that the reader knows", do: () => void navigate({ to: "/words" }) },
    { key: "n", what: "to what would be read anew", do: () => void navigate({ to: "/anew" }) },
    { key: "g", what: "to the Journal: what was done", do: () => void navigate({ to: "/journal" }) },
    { key: "u", what: "undo the last thing done from here", do: undoLast },
    { key: "t", what: dark ? "light paper" : "dark paper", do: toggle },
    { key: "?", what: "the keys of this page", do: () => setHelp(true) },
    { key: "Ctrl K", what: "go anywhere, do anything" },
  ]);

  const tab =
    "flex w-full flex-col items-center rounded-l-md border border-r-0 border-transparent py-[3px] text-[0.82rem] leading-tight hover:bg-well";
  const active = { className: `${tab} !border-edge bg-paper font-semibold relative left-px` };
  return (
    <div className="shell flex min-h-screen pb-(--vice)">
      <a href="#page" className="sr-only focus:not-sr-only focus:absolute focus:z-30 focus:bg-paper focus:p-3">
        To the page
      </a>
      <nav
        aria-label="Rooms"
        className="rooms no-print sticky top-0 flex h-[calc(100vh-var(--vice))] w-[84px] shrink-0 flex-col gap-px overflow-x-hidden overflow-y-auto py-2 pl-2"
      >
        <img src="/moth.svg" alt="" className="mx-auto mb-1 size-8" />
        {rooms.map(({ to, say, key, Icon, params, exact }) => (
          <Link
            key={say}
            to={to}
            params={params}
            className={tab}
            activeProps={active}
            activeOptions={{ exact: !!exact, includeSearch: false }}
            aria-keyshortcuts={key}
          >
            <Icon size={18} aria-hidden />
            {say}
          </Link>
        ))}
        <span className="grow" />
        <button type="button" className={tab} onClick={toggle} aria-keyshortcuts="t">
          {dark ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
          {dark ? "Light" : "Dark"}
        </button>
        <Dialog.Root open={help} onOpenChange={setHelp} modal={false}>
          <Dialog.Trigger className={tab}>
            <Keyboard size={18} aria-hidden />
            Keys
          </Dialog.Trigger>
          <KeyList />
        </Dialog.Root>
      </nav>
      <Page />
      <ViceBar />
      <PaletteKey />
    </div>
  );
}

/** Ctrl K opens the palette; its code is fetched when the first page is at rest. */
function PaletteKey() {
  const [open, setOpen] = useState(false);
  const [wanted, setWanted] = useState(false);
  useEffect(() => {
    const rest = setTimeout(() => void fetchPalette().then(fetchRooms), 1500);
    const press = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "k") {
        e.preventDefault();
        setWanted(true);
        setOpen((o) => !o);
      }
    };
    addEventListener("keydown", press);
    return () => {
      clearTimeout(rest);
      removeEventListener("keydown", press);
    };
  }, []);
  return <Suspense>{wanted && <Palette open={open} setOpen={setOpen} />}</Suspense>;
}

/** The page; the focus moves to it when another one is opened. */
function Page() {
  const path = useRouterState({ select: (s) => s.location.pathname });
  const online = useSyncExternalStore(
    (f) => onlineManager.subscribe(f),
    () => onlineManager.isOnline(),
  );
  const main = useRef<HTMLElement>(null);
  const first = useRef(path);
  useEffect(() => {
    if (first.current === path) return;
    first.current = path;
    window.scrollTo(0, 0);
  }, [path]);
  // what had the focus may go with its page: then the page itself has it
  useEffect(() => {
    const page = main.current;
    if (!page) return;
    let inside = false;
    const came = (e: FocusEvent) => {
      inside = page.contains(e.target as Node);
    };
    const watch = new MutationObserver(() => {
      if (inside && document.activeElement === document.body) page.focus({ preventScroll: true });
    });
    document.addEventListener("focusin", came);
    watch.observe(page, { childList: true, subtree: true });
    return () => {
      document.removeEventListener("focusin", came);
      watch.disconnect();
    };
  }, []);
  return (
    <main id="page" ref={main} tabIndex={-1} className="page min-w-0 grow border-l border-edge bg-paper">
      {!online && (
        <p role="status" className="no-print border-b border-edge border-l-4 border-l-amber bg-well px-8 py-2">
          <b>No connection.</b> What you type is kept on this machine and goes on to the ledger when the connection is
          back.
        </p>
      )}
      <Outlet />
    </main>
  );
}

function KeyList() {
  const rooms = useRooms();
  return (
    <Dialog.Portal>
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed bottom-[74px] left-[96px] z-40 max-h-[calc(100vh-100px)] w-[27rem] max-w-[calc(100vw-110px)] overflow-y-auto border border-edge bg-paper p-6 shadow-xl"
      >
        <Dialog.Title className="mb-2 text-2xl">Keys on this page</Dialog.Title>
        {[...rooms].reverse().map((r) => (
          <section key={r.title} className="mb-3">
            <h3 className="text-lg">{r.title}</h3>
            <dl className="grid grid-cols-[7.5rem_1fr] gap-y-1">
              {r.list.map((b) => (
                <div key={b.key} className="contents">
                  <dt className="font-semibold">{b.key}</dt>
                  <dd>{b.what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        <Dialog.Close className="btn mt-2">Close</Dialog.Close>
      </Dialog.Content>
    </Dialog.Portal>
  );
}

export function NoPage() {
  return (
    <div className="p-16">
      <h1 className="text-3xl">No such page</h1>
      <p className="book mt-2">
        The address leads nowhere.{" "}
        <Link to="/" className="link">
          Back to the ledger
        </Link>
      </p>
    </div>
  );
}
