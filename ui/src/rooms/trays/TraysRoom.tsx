import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useEffect } from "react";
import { useForm } from "react-hook-form";
import { makeTray, traysQuery } from "../../api/client";
import { History, plural, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";

/** The trays that are out. */
export function TraysRoom() {
  const trays = useQuery(traysQuery());
  const client = useQueryClient();
  const navigate = useNavigate();
  const { show } = useVice();
  useEffect(() => show(undefined), [show]);
  const form = useForm<{ name: string; about: string }>({ defaultValues: { name: "", about: "" } });
  const make = useMutation({
    mutationFn: (b: { name: string; about: string }) =>
      makeTray(crypto.randomUUID(), { name: b.name.trim(), about: b.about.trim() || undefined, items: [] }),
    onSuccess: (r) => {
      void client.invalidateQueries({ queryKey: ["trays"] });
      void navigate({ to: "/trays/$tray", params: { tray: String(r.tray) } });
    },
  });
  if (trays.isError) return <Trouble error={trays.error} onRetry={() => void trays.refetch()} />;
  if (!trays.data) return <Waiting />;
  return (
    <div className="box mx-auto max-w-[1000px] px-8 pt-5 pb-10">
      <div className="flex flex-wrap items-baseline justify-between gap-x-5">
        <h1 className="text-4xl">Trays</h1>
        <History record="tray" />
      </div>
      <p className="book mt-1 max-w-prose">
        A tray holds dressings in an order, with a note at each: for a talk, an exhibition, or what is still open and
        who was asked. Fill it from any list and any page.
      </p>
      {trays.data.length === 0 ? (
        <p className="book my-6 text-soft">No tray is out yet. Name one below, or lay a list of the Ledger in one.</p>
      ) : (
        <ul className="mt-4">
          {trays.data.map((t) => (
            <li
              key={t.id}
              className="relative flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2 hover:bg-well"
            >
              <Link
                to="/trays/$tray"
                params={{ tray: String(t.id) }}
                className="book text-[1.25rem] font-semibold [overflow-wrap:anywhere] after:absolute after:inset-0 after:content-['']"
              >
                <bdi>{t.name}</bdi>
              </Link>
              {t.about && <span className="min-w-0 grow truncate text-soft">{t.about}</span>}
              <span className="ml-auto shrink-0 text-soft">
                {t.count} {t.count === 1 ? "dressing" : plural("dressing")}
              </span>
            </li>
          ))}
        </ul>
      )}
      <form className="mt-6 max-w-[620px]" onSubmit={form.handleSubmit((b) => make.mutate(b))}>
        <h2 className="text-2xl">Another tray</h2>
        <label className="mt-1 block">
          <span className="caps">name</span>
          <input
            id="tray-name"
            className="field"
            maxLength={200}
            aria-invalid={!!form.formState.errors.name}
            {...form.register("name", {
              validate: (v) => v.trim() !== "" || "A tray needs a name, such as “Open questions”.",
            })}
          />
        </label>
        <label className="mt-1 block">
          <span className="caps">what it is for (may be left open)</span>
          <input className="field" maxLength={4000} {...form.register("about")} />
        </label>
        {(form.formState.errors.name || make.isError) && (
          <p role="alert" className="font-semibold text-amber">
            {form.formState.errors.name?.message ?? make.error?.message}
          </p>
        )}
        <button type="submit" className="btn btn-main mt-3" disabled={make.isPending}>
          Make it
        </button>
      </form>
    </div>
  );
}
