import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import { addHook, type HookEntry, hooksQuery, Problem, retireHook } from "../../api/client";
import { HookLine, sheetFor } from "../../drawing/HookLine";
import { useKeys } from "../../kit/keys";
import { History, Trouble, Waiting } from "../../kit/pieces";
import { useToasts } from "../../kit/toasts";
import { useVice } from "../../kit/vice";

const blank = { name: "", size: "12", style: "", eye: "", shank: "", gape: "", eyeMM: "", wire: "" };
type Form = typeof blank;

/** The club's own hooks, measured, beside the generic scale. */
export function HooksRoom() {
  const hooks = useQuery(hooksQuery);
  const { vice, setHook, show } = useVice();
  const client = useQueryClient();
  const { say } = useToasts();
  const form = useForm<Form>({ defaultValues: blank });
  useEffect(() => {
    show(undefined);
  }, [show]);
  const adding = useMutation({
    mutationFn: (f: Form) => {
      const number = (s: string, field: string) => {
        const v = Number(s.replace(",", "."));
        if (s.trim() === "" || !Number.isFinite(v) || v <= 0)
          throw new Problem("expected millimetres, such as 9.4", field, 422);
        return v;
      };
      return addHook({
        name: f.name,
        size: f.size,
        style: (f.style || undefined) as HookEntry["style"] & undefined,
        eye: (f.eye || undefined) as HookEntry["eye"] & undefined,
        shankMM: number(f.shank, "shankMM"),
        gapeMM: number(f.gape, "gapeMM"),
        eyeMM: f.eyeMM.trim() ? number(f.eyeMM, "eyeMM") : undefined,
        wireMM: f.wire.trim() ? number(f.wire, "wireMM") : undefined,
      });
    },
    onSuccess: (h) => {
      form.reset(blank);
      say(`${h.name} is kept: ${h.says}.`, h.deed);
      void client.invalidateQueries({ queryKey: ["hooks"] });
    },
  });
  const retire = useMutation({
    mutationFn: (h: HookEntry) => retireHook(h.id, true).then((r) => ({ ...h, deed: r.deed })),
    onSuccess: (h) => {
      if (vice.hook === h.id) setHook(0);
      say(`${h.name} is out of the list.`, h.deed);
      void client.invalidateQueries({ queryKey: ["hooks"] });
    },
  });
  useKeys("Hooks", [
    { key: "e", what: "measure another hook", do: () => document.getElementById("hook-name")?.focus() },
  ]);
  const problem = adding.error instanceof Problem ? adding.error : undefined;
  const field = (k: keyof Form) => ({ className: "field", ...form.register(k, { onChange: () => adding.reset() }) });
  if (hooks.isError) return <Trouble error={hooks.error} onRetry={() => void hooks.refetch()} />;
  if (!hooks.data) return <Waiting />;
  const list = hooks.data;
  const widest = sheetFor(list.map((h) => [h.outline, h.generic]));
  return (
    <div className="box mx-auto max-w-[1180px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">Hooks</h1>
        <History record="hook" />
      </div>
      <p className="book mt-1 max-w-prose">
        Makers do not agree on what a size is, so the club measures its own. A measured hook always wins over the
        generic scale, which is an estimate: good to ± 10 % for standard dry and wet hooks of 8 to 20, ± 20 % elsewhere.
      </p>
      {list.length === 0 ? (
        <p className="book my-6 text-soft">
          No hook is measured yet. Take one from the box you tie on most, and a caliper.
        </p>
      ) : (
        <ul className="mt-4">
          {list.map((h) => (
            <li
              key={h.id}
              className="grid grid-cols-[minmax(0,17rem)_1fr_auto] items-center gap-x-6 border-b border-rule py-2 max-[900px]:grid-cols-1"
            >
              <div>
                <p className="book text-[1.25rem] leading-tight font-semibold">{h.name}</p>
                <p className="font-semibold text-amber">{h.says}</p>
                <p className="text-[0.95rem] text-soft">
                  {[h.style, h.eye && `${h.eye} eye`, "shank"].filter(Boolean).join(", ")} <b>{h.shankMM.toFixed(1)}</b>{" "}
                  mm, gape <b>{h.gapeMM.toFixed(1)}</b>
                  {h.eyeMM ? `, eye ${h.eyeMM.toFixed(2)}` : ""}
                  {h.wireMM ? `, wire ${h.wireMM.toFixed(2)}` : ""}
                </p>
              </div>
              <HookLine
                measured={h.outline}
                generic={h.generic}
                width={widest}
                label={`${h.name} to scale, the generic ${h.size} as a plain outline`}
                className="h-[120px] w-full bg-well"
              />
              <p className="flex flex-col gap-2">
                <button
                  type="button"
                  className={`btn ${vice.hook === h.id ? "btn-main" : ""}`}
                  aria-pressed={vice.hook === h.id}
                  onClick={() => setHook(vice.hook === h.id ? 0 : h.id)}
                >
                  {vice.hook === h.id ? "In the vice" : "Into the vice"}
                </button>
                <button type="button" className="btn" onClick={() => retire.mutate(h)}>
                  Take out<span className="sr-only"> {h.name}</span>
                </button>
              </p>
            </li>
          ))}
        </ul>
      )}
      <form className="mt-6" onSubmit={form.handleSubmit((f) => adding.mutate(f))}>
        <h2 className="text-2xl">Measure another</h2>
        <div className="mt-1 grid grid-cols-4 gap-x-3 gap-y-1 max-[900px]:grid-cols-2">
          <Field label="name" field="name" problem={problem}>
            <input id="hook-name" {...field("name")} autoComplete="off" />
          </Field>
          <Field label="the maker’s size" field="size" problem={problem}>
            <input {...field("size")} />
          </Field>
          <Field label="style" field="style" problem={problem}>
            <select {...field("style")}>
              {["", "dry", "wet", "nymph", "curved", "jig", "streamer", "salmon", "emerger"].map((s) => (
                <option key={s} value={s}>
                  {s || "not said"}
                </option>
              ))}
            </select>
          </Field>
          <Field label="eye" field="eye" problem={problem}>
            <select {...field("eye")}>
              {["", "up", "down", "straight", "half-raised", "jig"].map((s) => (
                <option key={s} value={s}>
                  {s || "not said"}
                </option>
              ))}
            </select>
          </Field>
          <Field label="shank, mm (behind the eye to the bend)" field="shankMM" problem={problem}>
            <input inputMode="decimal" {...field("shank")} />
          </Field>
          <Field label="gape, mm (shank to point)" field="gapeMM" problem={problem}>
            <input inputMode="decimal" {...field("gape")} />
          </Field>
          <Field label="eye, mm (may be left open)" field="eyeMM" problem={problem}>
            <input inputMode="decimal" {...field("eyeMM")} />
          </Field>
          <Field label="wire, mm (may be left open)" field="wireMM" problem={problem}>
            <input inputMode="decimal" {...field("wire")} />
          </Field>
        </div>
        <p className="mt-3">
          <button type="submit" className="btn btn-main" disabled={adding.isPending}>
            Keep it
          </button>
        </p>
      </form>
    </div>
  );
}

function Field({
  label,
  field,
  problem,
  children,
}: {
  label: string;
  field: string;
  problem: Problem | undefined;
  children: React.ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is the child
    <label className="block">
      <span className="caps">{label}</span>
      {children}
      {problem?.field === field && (
        <span role="alert" className="block font-semibold text-amber">
          {problem.message}
        </span>
      )}
    </label>
  );
}
