import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { sheetQuery } from "../../api/client";
import { FlyInk } from "../../drawing/Fly";
import { frameFor } from "../../drawing/frame";
import { nameOf, Trouble, Waiting } from "../../kit/pieces";
import { useVice } from "../../kit/vice";

/** Twelve flies that differ most, on one sheet and on one scale. */
export function SheetRoom() {
  const { vice } = useVice();
  const q = useQuery(sheetQuery(vice));
  if (q.isError) return <Trouble error={q.error} onRetry={() => void q.refetch()} />;
  if (!q.data) return <Waiting />;
  const shown = q.data.entries;
  const frames = shown.map((e) => (e.outline ? frameFor([e.outline], 1.5, false) : undefined));
  const scale = Math.max(...frames.map((f) => f?.w ?? 0));
  return (
    <div className="spread mx-auto max-w-[1240px] px-8 pt-5 pb-10">
      <h1 className="text-3xl">Sheet</h1>
      <ul className="mt-2 grid grid-cols-4 gap-px max-[900px]:grid-cols-2">
        {shown.map((e, i) => {
          const f = frames[i];
          if (!e.outline || !f) return null;
          const w = scale;
          const h = scale / 1.5;
          return (
            <li key={e.folio}>
              <Link to="/folio/$folio" params={{ folio: String(e.folio) }} className="block hover:bg-well">
                <svg
                  viewBox={`${f.x + f.w / 2 - w / 2} ${f.y + f.h / 2 - h / 2} ${w} ${h}`}
                  className="w-full"
                  role="img"
                  aria-label={`${nameOf(e)}, drawn to the scale of the sheet`}
                >
                  <FlyInk outline={e.outline} />
                </svg>
                <span className="book block text-center">{nameOf(e)}</span>
              </Link>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
