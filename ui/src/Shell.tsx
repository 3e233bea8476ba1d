import { Link, Outlet, useNavigate } from "@tanstack/react-router";
import { BookOpen, Keyboard, Moon, PenLine, Sun } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { useTheme } from "./kit/theme";
import { ViceBar } from "./kit/ViceBar";
import { useVice } from "./kit/vice";

const keys = [
  ["[  and  ]", "a larger, a smaller hook in the vice"],
  ["/", "find in the ledger"],
  ["l", "to the Ledger"],
  ["d", "to the Desk"],
  ["t", "light or dark"],
  ["?", "this list"],
  ["Ctrl + Enter", "on the Desk: file it"],
] as const;

function typing(e: KeyboardEvent): boolean {
  const t = e.target as HTMLElement | null;
  return !!t && (t.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(t.tagName));
}

/** The frame around every page: index tabs at the left, the vice below. */
export function Shell() {
  const { step } = useVice();
  const { dark, toggle } = useTheme();
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (typing(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      const deed: Record<string, () => void> = {
        "[": () => step(-1),
        "]": () => step(1),
        l: () => void navigate({ to: "/" }),
        d: () => void navigate({ to: "/desk" }),
        t: toggle,
        "?": () => setHelp(true),
        "/": () =>
          void navigate({ to: "/" }).then(() => {
            requestAnimationFrame(() => document.getElementById("find")?.focus());
          }),
      };
      const f = deed[e.key];
      if (!f) return;
      e.preventDefault();
      f();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [step, navigate, toggle]);

  const tab =
    "flex w-full flex-col items-center gap-1 rounded-l-md border border-r-0 border-transparent py-3 text-[0.86rem] hover:bg-well";
  const active = { className: `${tab} !border-edge bg-paper font-semibold relative left-px` };
  return (
    <div className="flex min-h-screen pb-[58px]">
      <a href="#page" className="sr-only focus:not-sr-only focus:absolute focus:z-30 focus:bg-paper focus:p-3">
        To the page
      </a>
      <nav
        aria-label="Rooms"
        className="no-print sticky top-0 flex h-[calc(100vh-58px)] w-[84px] shrink-0 flex-col gap-1 py-4 pl-2"
      >
        <img src="/moth.svg" alt="" className="mx-auto mb-3 size-9" />
        <Link to="/" className={tab} activeProps={active} activeOptions={{ exact: true }} aria-keyshortcuts="l">
          <BookOpen size={22} aria-hidden />
          Ledger
        </Link>
        <Link to="/desk" className={tab} activeProps={active} aria-keyshortcuts="d">
          <PenLine size={22} aria-hidden />
          Desk
        </Link>
        <span className="grow" />
        <button type="button" className={tab} onClick={toggle} aria-keyshortcuts="t">
          {dark ? <Sun size={20} aria-hidden /> : <Moon size={20} aria-hidden />}
          {dark ? "Light" : "Dark"}
        </button>
        <Dialog.Root open={help} onOpenChange={setHelp} modal={false}>
          <Dialog.Trigger className={tab}>
            <Keyboard size={20} aria-hidden />
            Keys
          </Dialog.Trigger>
          <Dialog.Portal>
            <Dialog.Content
              aria-describedby={undefined}
              className="fixed bottom-[74px] left-[96px] z-40 w-[26rem] border border-edge bg-paper p-6 shadow-xl"
            >
              <Dialog.Title className="mb-3 text-2xl">Keys on this page</Dialog.Title>
              <dl className="grid grid-cols-[8.5rem_1fr] gap-y-2">
                {keys.map(([k, what]) => (
                  <div key={k} className="contents">
                    <dt className="font-semibold">{k}</dt>
                    <dd>{what}</dd>
                  </div>
                ))}
              </dl>
              <Dialog.Close className="btn mt-4">Close</Dialog.Close>
            </Dialog.Content>
          </Dialog.Portal>
        </Dialog.Root>
      </nav>
      <main id="page" tabIndex={-1} className="min-w-0 grow border-l border-edge bg-paper outline-none">
        <Outlet />
      </main>
      <ViceBar />
    </div>
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
