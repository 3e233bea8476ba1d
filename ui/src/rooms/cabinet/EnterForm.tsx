import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useForm } from "react-hook-form";
import {
  cabinetQuery,
  enterMaterial,
  type MaterialBody,
  type MaterialPage,
  Problem,
  splitMaterial,
} from "../../api/client";
import { useToasts } from "../../kit/toasts";

type Form = {
  name: string;
  under: string;
  also: string;
  from: string;
  marking: string;
  hue: string;
  caution: string;
  since: string;
  properties: Record<string, string>;
};

/** The properties that are set by a word each; the keys are the wire's. */
const levels = ["none", "little", "some", "much", "very much"];
const properties: [key: string, say: string][] = [
  ["stiff", "stiffness"],
  ["float", "float"],
  ["sheen", "sheen"],
  ["clear", "translucency"],
  ["fuzz", "fuzz"],
  ["tough", "durability"],
];

/** The names of all materials, to choose from while somebody types. */
export function Names({ id }: { id: string }) {
  const all = useQuery(cabinetQuery(""));
  return (
    <datalist id={id}>
      {all.data?.rows.map((r) => (
        <option key={r.name} value={r.name} />
      ))}
    </datalist>
  );
}

const names = (s: string) =>
  s
    .split(/[;,]/)
    .map((x) => x.trim())
    .filter(Boolean);

/** Enters a material, with `of` makes one of some names of another, with `change` changes one. */
export function EnterForm({
  of,
  also,
  change,
  onDone,
}: {
  of?: string;
  also?: string[];
  change?: MaterialPage["entry"];
  onDone: () => void;
}) {
  const client = useQueryClient();
  const { say } = useToasts();
  const navigate = useNavigate();
  const form = useForm<Form>({
    defaultValues: {
      name: change?.name ?? "",
      under: change?.under ?? "",
      also: change?.also?.join("; ") ?? "",
      from: change?.from ?? "",
      marking: change?.marking ?? "",
      hue: change?.hue ?? "",
      caution: change?.caution ?? "",
      since: change?.since ?? "",
      properties: Object.fromEntries(properties.map(([k]) => [k, change ? String(change.properties?.[k] ?? "") : ""])),
    },
  });
  const enter = useMutation({
    mutationFn: (f: Form) => {
      const body: MaterialBody = {
        name: f.name.trim(),
        under: f.under.trim() || undefined,
        also: names(f.also),
        from: f.from.trim() || undefined,
        marking: f.marking || undefined,
        hue: f.hue || undefined,
        caution: f.caution.trim() || undefined,
        since: f.since.trim() || undefined,
        can: change?.can,
        wet: change?.wet,
        properties: {
          ...change?.properties,
          ...Object.fromEntries(
            Object.entries(f.properties)
              .filter(([, v]) => v !== "")
              .map(([k, v]) => [k, Number(v)]),
          ),
        },
      };
      return (of ? splitMaterial(of, body) : enterMaterial(body)).then((r) => ({ ...r, name: body.name }));
    },
    onSuccess: (r) => {
      say(change ? `“${r.name}” is changed.` : `“${r.name}” is in the Cabinet.`, r.deed);
      void client.invalidateQueries();
      onDone();
      void navigate({ to: "/cabinet/$name", params: { name: r.name.toLowerCase() } });
    },
  });
  const problem = enter.error instanceof Problem ? enter.error : undefined;
  const field = (k: Exclude<keyof Form, "properties">) => ({
    className: "field",
    "aria-invalid": problem?.field.includes(k) || undefined,
    ...form.register(k, { onChange: () => enter.reset() }),
  });
  return (
    <form
      className="my-4 grid max-w-[900px] grid-cols-3 items-end gap-x-4 gap-y-2 border border-edge bg-well px-4 py-3 max-[700px]:grid-cols-1"
      aria-label={of ? `Make a material apart from ${of}` : change ? `Change ${change.name}` : "Enter a material"}
      onSubmit={form.handleSubmit((f) => enter.mutate(f))}
    >
      <Names id="cabinet-names" />
      <label>
        <span className="caps block">name</span>
        <input {...field("name")} id="material-name" maxLength={100} required readOnly={!!change} />
      </label>
      <label>
        <span className="caps block">what it is one of</span>
        <input
          {...field("under")}
          list="cabinet-names"
          placeholder={of ? `as ${of}` : "hair, soft game feather, yarn …"}
          maxLength={100}
        />
      </label>
      <label>
        <span className="caps block">from which bird or beast</span>
        <input {...field("from")} maxLength={60} />
      </label>
      <label className="col-span-2 max-[700px]:col-span-1">
        <span className="caps block">other names, with semicolons</span>
        <input {...field("also")} placeholder={also?.slice(0, 3).join("; ")} maxLength={400} />
      </label>
      <label>
        <span className="caps block">marking</span>
        <select {...field("marking")}>
          <option value="">as what it is one of</option>
          {["plain", "barred", "boldly barred", "mottled", "speckled", "spotted", "banded", "iridescent"].map((m) => (
            <option key={m}>{m}</option>
          ))}
        </select>
      </label>
      <fieldset className="col-span-full grid grid-cols-6 gap-x-3 max-[900px]:grid-cols-3" aria-label="What it is like">
        {properties.map(([k, say]) => (
          <label key={k}>
            <span className="caps block">{say}</span>
            <select className="field" {...form.register(`properties.${k}`)}>
              <option value="">as above it</option>
              {levels.map((l, i) => (
                <option key={l} value={i}>
                  {l}
                </option>
              ))}
            </select>
          </label>
        ))}
      </fieldset>
      <label className="col-span-2 max-[700px]:col-span-1">
        <span className="caps block">a caution to show</span>
        <input {...field("caution")} maxLength={400} />
      </label>
      <label>
        <span className="caps block">first known, in words</span>
        <input {...field("since")} maxLength={100} placeholder="about 1951" />
      </label>
      <p className="flex flex-wrap gap-2">
        <button type="submit" className="btn btn-main" disabled={enter.isPending}>
          {of ? "Part it" : change ? "Keep it" : "Enter it"}
        </button>
        <button type="button" className="btn" onClick={onDone}>
          Leave it
        </button>
      </p>
      {problem && (
        <p role="alert" className="col-span-full font-semibold text-amber">
          {problem.message}
        </p>
      )}
    </form>
  );
}
