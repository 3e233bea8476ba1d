import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useDeferredValue, useId } from "react";
import { dateQuery } from "../api/evidence";

/** A label above its field. */
export function Labelled({
  say,
  wide,
  children,
}: {
  say: string;
  wide?: boolean;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <div className={`min-w-0 ${wide ? "col-span-full" : ""}`}>
      <label htmlFor={id} className="caps block">
        {say}
      </label>
      {children(id)}
    </div>
  );
}

/** A field of one line. */
export function Line({
  say,
  value,
  onChange,
  wide,
  hint,
  invalid,
  maxLength = 300,
}: {
  say: string;
  value: string;
  onChange: (v: string) => void;
  wide?: boolean;
  hint?: string;
  invalid?: boolean;
  maxLength?: number;
}) {
  return (
    <Labelled say={say} wide={wide}>
      {(id) => (
        <input
          id={id}
          className="field"
          value={value}
          placeholder={hint}
          maxLength={maxLength}
          aria-invalid={invalid || undefined}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Labelled>
  );
}

/** A field of several lines. */
export function Lines({
  say,
  value,
  onChange,
  rows = 3,
  hint,
}: {
  say: string;
  value: string;
  onChange: (v: string) => void;
  rows?: number;
  hint?: string;
}) {
  return (
    <Labelled say={say} wide>
      {(id) => (
        <textarea
          id={id}
          className="field book !py-2 leading-snug"
          rows={rows}
          value={value}
          placeholder={hint}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Labelled>
  );
}

/** One of a few words. */
export function Choice<T extends string>({
  say,
  value,
  of,
  none = "not stated",
  onChange,
}: {
  say: string;
  value: T;
  of: readonly T[];
  none?: string;
  onChange: (v: T) => void;
}) {
  return (
    <Labelled say={say}>
      {(id) => (
        <select id={id} className="field" value={value} onChange={(e) => onChange(e.target.value as T)}>
          {of.map((x) => (
            <option key={x} value={x}>
              {x || none}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** A date in words, with what it means below. */
export function DateField({ say, value, onChange }: { say: string; value: string; onChange: (v: string) => void }) {
  const q = useQuery(dateQuery(useDeferredValue(value)));
  const means = value.trim() ? q.data : undefined;
  return (
    <div className="min-w-0">
      <Line
        say={say}
        value={value}
        onChange={onChange}
        maxLength={200}
        hint="about 1920, spring 1934, before the war"
      />
      <p className="min-h-[1.4em] text-[0.9rem] text-soft" aria-live="polite">
        {means && (
          <>
            {means.says}
            {means.edtf && ` · ${means.edtf}`}
          </>
        )}
      </p>
    </div>
  );
}

/** A choice of yes. */
export function Tick({ say, on, onChange }: { say: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex min-h-[40px] items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-(--amber)"
        checked={on}
        onChange={(e) => onChange(e.target.checked)}
      />
      {say}
    </label>
  );
}

/** What a form was refused for. */
export function Refused({ error }: { error: Error | null }) {
  return (
    <p role="alert" className="col-span-full font-semibold text-amber">
      {error?.message ?? ""}
    </p>
  );
}

/** The end of a form: what it was refused for, its deed, and the way out. */
export function FormEnd({
  error,
  busy,
  onDone,
  children,
  more,
}: {
  error: Error | null;
  busy: boolean;
  onDone: () => void;
  children: ReactNode;
  more?: ReactNode;
}) {
  return (
    <>
      <Refused error={error} />
      <p className="col-span-full flex flex-wrap gap-3">
        <button type="submit" className="btn btn-main" disabled={busy}>
          {children}
        </button>
        {more}
        <button type="button" className="btn" onClick={onDone}>
          Leave it
        </button>
      </p>
    </>
  );
}
