import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useForm } from "react-hook-form";
import { cabinetQuery, enterMaterial, type MaterialBody, Problem, splitMaterial } from "../../api/client";
import { useToasts } from "../../kit/toasts";

type Form = { name: string; under: string; also: string; from: string; marking: string; hue: string; caution: string };

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

/** Enters a material, or with `of` makes one of some names of another. */
export function EnterForm({ of, also, onDone }: { of?: string; also?: string[]; onDone: () => void }) {
  const client = useQueryClient();
  const { say } = useToasts();
  const navigate = useNavigate();
  const form = useForm<Form>({
    defaultValues: { name: "", under: "", also: "", from: "", marking: "", hue: "", caution: "" },
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
      };
      return (of ? splitMaterial(of, body) : enterMaterial(body)).then((r) => ({ ...r, name: body.name }));
    },
    onSuccess: (r) => {
      say(`“${r.name}” is in the Cabinet.`, r.deed);
      void client.invalidateQueries();
      onDone();
      void navigate({ to: "/cabinet/$name", params: { name: r.name.toLowerCase() } });
    },
  });
  const problem = enter.error instanceof Problem ? enter.error : undefined;
  const field = (k: keyof Form) => ({
    className: "field",
    "aria-invalid": problem?.field.includes(k) || undefined,
    ...form.register(k, { onChange: () => enter.reset() }),
  });
  return (
    <form
      className="my-4 grid max-w-[900px] grid-cols-3 items-end gap-x-4 gap-y-2 border border-edge bg-well px-4 py-3 max-[700px]:grid-cols-1"
      aria-label={of ? `Make a material apart from ${of}` : "Enter a material"}
      onSubmit={form.handleSubmit((f) => enter.mutate(f))}
    >
      <Names id="cabinet-names" />
      <label>
        <span className="caps block">name</span>
        <input {...field("name")} id="material-name" maxLength={100} required />
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
      <label className="col-span-2 max-[700px]:col-span-1">
        <span className="caps block">a caution to show</span>
        <input {...field("caution")} maxLength={400} />
      </label>
      <p className="flex flex-wrap gap-2">
        <button type="submit" className="btn btn-main" disabled={enter.isPending}>
          {of ? "Part it" : "Enter it"}
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
