import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { hooksQuery } from "../api/client";
import { sizes, useVice } from "./vice";

const shanks = ["2XS", "1XS", "standard", "1XL", "2XL", "3XL", "4XL", "6XL"];

/** The hook everything is measured on, always at the lower edge. */
export function ViceBar() {
  const { vice, hook, step, setSize, setShank, setHook, release } = useVice();
  const hooks = useQuery(hooksQuery);
  const [typed, setTyped] = useState<string>();
  const wrong = typed !== undefined && typed !== "" && !sizes.includes(typed);
  const held = vice.size !== "" || vice.shank !== "" || !!vice.hook;
  const measured = hooks.data?.find((h) => h.id === vice.hook);
  const size = measured?.size || vice.size || hook?.size || "";
  const shank = vice.shank || hook?.shank || "standard";
  return (
    <section
      aria-label="In the vice"
      className="vice no-print fixed inset-x-0 bottom-0 z-20 flex min-h-[58px] flex-wrap items-center gap-x-3 border-t border-bark bg-bark px-3 py-1 text-onbark"
    >
      <h2 className="w-[76px] text-center text-[0.95rem] leading-tight max-[500px]:sr-only">In the vice</h2>
      <div className="flex items-center">
        <button
          type="button"
          onClick={() => step(-1)}
          className="size-11 rounded-l border border-edge text-xl hover:bg-amber"
          aria-label="A larger hook"
          aria-keyshortcuts="["
          title="A larger hook  ["
        >
          [
        </button>
        <input
          aria-label="Hook size"
          className="h-11 w-[4.2rem] border-y border-edge bg-transparent text-center text-xl font-semibold placeholder:text-onbark placeholder:opacity-80"
          value={typed ?? size}
          placeholder="own"
          inputMode="numeric"
          list="vice-sizes"
          aria-invalid={wrong}
          aria-describedby="vice-figures"
          onChange={(e) => {
            const v = e.target.value.trim();
            setTyped(v);
            if (v === "" || sizes.includes(v)) setSize(v);
          }}
          onFocus={(e) => e.target.select()}
          onBlur={() => setTyped(undefined)}
        />
        <datalist id="vice-sizes">
          {["2", "4", "6", "8", "10", "12", "14", "16", "18", "20", "22"].map((s) => (
            <option key={s} value={s} />
          ))}
        </datalist>
        <button
          type="button"
          onClick={() => step(1)}
          className="size-11 rounded-r border border-edge text-xl hover:bg-amber"
          aria-label="A smaller hook"
          aria-keyshortcuts="]"
          title="A smaller hook  ]"
        >
          ]
        </button>
      </div>
      <label className="flex items-center gap-2">
        <span className="text-[0.9rem] max-[500px]:sr-only">shank</span>
        <select
          value={vice.hook ? `hook ${vice.hook}` : shank}
          onChange={(e) =>
            e.target.value.startsWith("hook ") ? setHook(Number(e.target.value.slice(5))) : setShank(e.target.value)
          }
          className="h-11 max-w-[11rem] max-[500px]:max-w-[8rem] rounded border border-edge bg-bark px-2"
        >
          {(shanks.includes(shank) ? shanks : [shank, ...shanks]).map((s) => (
            <option key={s} value={s}>
              {s}
            </option>
          ))}
          {hooks.data && hooks.data.length > 0 && (
            <optgroup label="the club’s own hooks">
              {hooks.data.map((h) => (
                <option key={h.id} value={`hook ${h.id}`}>
                  {h.name}, {h.size}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      </label>
      <p
        id="vice-figures"
        aria-live="polite"
        data-testid="vice-figures"
        className="min-w-0 basis-[16rem] grow text-[0.95rem] leading-tight"
      >
        {wrong ? (
          <b>no hook is a {typed}; expected 1 to 32, or 1/0 to 8/0</b>
        ) : hook ? (
          <>
            shank <b>{hook.shankMM.toFixed(1)}</b> mm · gape <b>{hook.gapeMM.toFixed(1)}</b> · eye{" "}
            <b>{hook.eyeMM.toFixed(2)}</b> · wire <b>{hook.wireMM.toFixed(2)}</b>
            <span className="ml-3 opacity-80">
              {hook.basis === "measured"
                ? "measured"
                : hook.basis === "assumed"
                  ? "no size stated: a 12 assumed"
                  : "generic scale, ± 10 to 20 %"}
            </span>
          </>
        ) : held ? (
          measured ? (
            `every fly on the “${measured.name}”, ${measured.size}`
          ) : (
            `every fly on a ${[size, shank === "standard" ? "" : shank].filter(Boolean).join(" ")}`
          )
        ) : (
          "each fly on the hook its own dressing names"
        )}
      </p>
      {held && (
        <button
          type="button"
          onClick={() => {
            setTyped(undefined);
            release();
          }}
          className="ml-auto h-11 shrink-0 rounded border border-edge px-3 hover:bg-amber max-[500px]:order-first max-[500px]:ml-0"
        >
          its own hook
        </button>
      )}
    </section>
  );
}
