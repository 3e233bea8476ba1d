import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useCallback, useEffect, useRef, useState } from "react";
import { batchesQuery, Problem, takeIn } from "../../api/client";
import { useKeys } from "../../kit/keys";
import { counts } from "./counts";
import { takeHanded } from "./handed";

/** Takes in a file with many recipes. */
export function BoxRoom() {
  const batches = useQuery(batchesQuery);
  const navigate = useNavigate();
  const client = useQueryClient();
  const [pasted, setPasted] = useState("");
  const area = useRef<HTMLTextAreaElement>(null);
  const input = useRef<HTMLInputElement>(null);
  const taking = useMutation({
    mutationFn: async ({ name, text }: { name: string; text: string | File }) => {
      const words = typeof text === "string" ? text : await text.text();
      return takeIn(crypto.randomUUID(), name, words);
    },
    onSuccess: (b) => {
      setPasted("");
      void client.invalidateQueries({ queryKey: ["batches"] });
      void navigate({ to: "/box/$batch", params: { batch: b.id } });
    },
  });
  const { mutate } = taking;
  const take = useCallback((f: File) => mutate({ name: f.name, text: f }), [mutate]);
  useEffect(() => {
    const f = takeHanded();
    if (f) take(f);
  }, [take]);
  useKeys("Card box", [
    { key: "e", what: "into the text", do: () => area.current?.focus() },
    { key: "o", what: "choose a file", do: () => input.current?.click() },
    { key: "Ctrl Enter", what: "take the pasted recipes in" },
  ]);
  useEffect(() => {
    const over = (e: DragEvent) => e.preventDefault();
    const drop = (e: DragEvent) => {
      e.preventDefault();
      const f = e.dataTransfer?.files[0];
      if (f) take(f);
    };
    addEventListener("dragover", over);
    addEventListener("drop", drop);
    return () => {
      removeEventListener("dragover", over);
      removeEventListener("drop", drop);
    };
  }, [take]);
  const paste = () =>
    pasted.trim() &&
    mutate({
      name: `Pasted ${new Date().toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}`,
      text: pasted,
    });
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <h1 className="text-4xl">Card box</h1>
      <p className="book mt-1 max-w-prose">
        Drop a file with many recipes here, choose one, or paste them. They are cut at ruled lines, at two blank lines,
        and where the next name begins. Nothing is filed until you say so, and all of it can be taken back in one go.
      </p>
      <label className="mt-4 block">
        <span className="caps">many recipes</span>
        <textarea
          ref={area}
          id="many"
          className="field min-h-[220px]"
          value={pasted}
          spellCheck={false}
          onChange={(e) => setPasted(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) paste();
            if (e.key === "Escape") e.currentTarget.blur();
          }}
        />
      </label>
      <p className="mt-3 flex flex-wrap items-center gap-4">
        <button type="button" className="btn btn-main" disabled={!pasted.trim() || taking.isPending} onClick={paste}>
          {taking.isPending ? "Reading …" : "Take them in"}
        </button>
        <button type="button" className="btn" onClick={() => input.current?.click()}>
          Choose a file …
        </button>
        <input
          ref={input}
          type="file"
          accept=".txt,text/plain"
          aria-label="A file with many recipes"
          className="sr-only"
          tabIndex={-1}
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) take(f);
            e.target.value = "";
          }}
        />
      </p>
      {taking.isError && (
        <p role="alert" className="mt-3 border-l-4 border-amber bg-well px-3 py-2 font-semibold text-amber">
          {taking.error instanceof Problem ? taking.error.message : "The file could not be read."}
        </p>
      )}
      {batches.data && batches.data.length > 0 && (
        <section className="mt-8">
          <h2 className="text-2xl">Taken in before</h2>
          <ul>
            {batches.data.map((b) => (
              <li key={b.id} className="border-b border-rule">
                <Link
                  to="/box/$batch"
                  params={{ batch: b.id }}
                  className="flex min-h-[48px] items-center gap-4 hover:bg-well"
                >
                  <span className="book grow text-[1.2rem]">{b.name}</span>
                  <span className="text-soft">{counts(b)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
