import { type MouseEvent, memo, type ReactNode, type RefObject, useEffect, useState } from "react";
import type { LineMarks } from "./word";

const Line = memo(function Line({ text, marks }: { text: string; marks: LineMarks | undefined }): ReactNode {
  if (!marks) return `${text}\n`;
  return (
    <>
      {marks.map((m, i) => (
        <span key={i} className={`mk mk-${m.as}`} data-mark={i}>
          {m.text}
        </span>
      ))}
      {"\n"}
    </>
  );
});

/** A text field in which every word shows how it was understood. The marks lie
 * behind the letters, line by line; a line whose reading is not back yet is
 * plain. */
export function MarkedText({
  value,
  marks,
  onChange,
  onCaret,
  onHover,
  field,
  ...aria
}: {
  value: string;
  marks: Map<string, LineMarks>;
  onChange: (text: string) => void;
  onCaret: (from: number, to: number) => void;
  onHover: (at: { line: number; mark: number } | undefined) => void;
  field: RefObject<HTMLTextAreaElement | null>;
  "aria-invalid"?: boolean;
  "aria-describedby"?: string;
}) {
  const [over, setOver] = useState("");
  const lines = value.split("\n");
  useEffect(() => {
    const moved = () => {
      const f = field.current;
      if (f && document.activeElement === f) onCaret(f.selectionStart, f.selectionEnd);
    };
    document.addEventListener("selectionchange", moved);
    return () => document.removeEventListener("selectionchange", moved);
  }, [field, onCaret]);
  const hover = (e: MouseEvent) => {
    const el = document
      .elementsFromPoint(e.clientX, e.clientY)
      .find((x): x is HTMLElement => x instanceof HTMLElement && x.dataset.mark !== undefined);
    const line = el?.closest<HTMLElement>("[data-line]")?.dataset.line;
    const at = el && line ? `${line}/${el.dataset.mark}` : "";
    if (at === over) return;
    setOver(at);
    onHover(el && line ? { line: Number(line), mark: Number(el.dataset.mark) } : undefined);
  };
  return (
    <div className="marked field">
      <div aria-hidden className="marked-under" data-testid="marks">
        {lines.map((l, i) => (
          <span key={i} data-line={i}>
            <Line text={l} marks={marks.get(l)} />
          </span>
        ))}
      </div>
      <textarea
        id="recipe"
        ref={field}
        value={value}
        spellCheck={false}
        onChange={(e) => onChange(e.target.value)}
        onMouseMove={hover}
        onMouseLeave={() => {
          setOver("");
          onHover(undefined);
        }}
        placeholder={
          "Harbour Wall Nymph\n\nHook: size 14 nymph\nTail: three pheasant tail fibres, half the shank\nRib: copper wire, 4 turns …"
        }
        {...aria}
      />
    </div>
  );
}
