import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { type Folio, withdraw } from "../../api/client";
import { DressingCombobox } from "../../kit/Combobox";
import { Labelled } from "../../kit/form";
import { useToasts } from "../../kit/toasts";

/** What somebody has to know before they read on: it was taken back, it is an older revision, or a
 * better reader would read it otherwise. */
export function Notices({
  f,
  onPutBack,
  onRestore,
  onAnew,
  busy,
}: {
  f: Folio;
  onPutBack: () => void;
  onRestore: () => void;
  onAnew: () => void;
  busy: boolean;
}) {
  const e = f.entry;
  return (
    <>
      {e.withdrawn && (
        <div className="mb-2 border-l-4 border-amber bg-well px-3 py-2">
          <p className="flex items-center gap-4">
            <span className="grow">
              This dressing was taken back. Its folio and its revisions are kept.
              {f.leadsTo ? (
                <>
                  {" "}
                  Its number leads on to{" "}
                  <Link className="link" to="/folio/$folio" params={{ folio: String(f.leadsTo) }}>
                    folio {f.leadsTo}
                  </Link>
                  .
                </>
              ) : null}
            </span>
            <button type="button" className="btn" onClick={onPutBack}>
              Put it back
            </button>
          </p>
          {!f.leadsTo && <LeadOn folio={e.folio} />}
        </div>
      )}
      {f.anew.length > 0 && (
        <div className="no-print mb-2 border-l-4 border-edge bg-well px-3 py-2" data-testid="anew">
          <details>
            <summary className="min-h-[36px] cursor-pointer py-1">
              Today’s reader would read these words otherwise in {f.anew.length}{" "}
              {f.anew.length === 1 ? "place" : "places"}
            </summary>
            <ul className="book mt-1 list-disc pl-6">
              {f.anew.map((c) => (
                <li key={c}>{c}</li>
              ))}
            </ul>
            <p className="mt-2 flex flex-wrap items-center gap-4">
              <button type="button" className="btn" disabled={busy} onClick={onAnew}>
                File it as read anew
              </button>
              <Link to="/anew" className="link">
                all that would be read anew
              </Link>
              <span className="text-[0.92rem] text-soft">
                The reading that was filed stays as the revision before; corrections and settlements are kept.
              </span>
            </p>
          </details>
        </div>
      )}
      {e.revision !== e.newest && (
        <p className="mb-2 flex flex-wrap items-center gap-4 border-l-4 border-amber bg-well px-3 py-2">
          <span className="grow">
            Revision {e.revision} of {e.newest}. The{" "}
            <Link className="link" to="/folio/$folio" params={{ folio: String(e.folio) }}>
              newest
            </Link>{" "}
            says what holds now.
          </span>
          <button type="button" className="btn" onClick={onRestore}>
            Restore this one
          </button>
        </p>
      )}
    </>
  );
}

/** The folio that a number leads on to since it was taken back. */
function LeadOn({ folio }: { folio: number }) {
  const [typed, setTyped] = useState("");
  const client = useQueryClient();
  const { say } = useToasts();
  const lead = useMutation({
    mutationFn: (to: number) => withdraw(folio, true, to),
    onSuccess: (r, to) => {
      say(`Folio ${folio} leads on to folio ${to}.`, r.deed);
      void client.invalidateQueries();
    },
    onError: (x) => say(x.message),
  });
  return (
    <div className="no-print max-w-[24rem]">
      <Labelled say="its number leads on to">
        {(id) => (
          <DressingCombobox
            id={id}
            value={typed}
            onType={setTyped}
            placeholder="begin to type a name, or a folio"
            onChoose={(e) => lead.mutate(e.folio)}
          />
        )}
      </Labelled>
    </div>
  );
}
