import { type ReactNode, useEffect, useState } from "react";
import { Problem } from "../api/client";
import { Trouble, Waiting } from "./pieces";

type Page = () => ReactNode;

const all: (() => Promise<unknown>)[] = [];

/** Fetches the code of all rooms, one after the other, when the first page is at rest. */
export async function fetchRooms() {
  for (const get of all) await get().catch(() => undefined);
}

/** A room whose code comes when it is first gone to. Where it cannot be fetched the page says so, and
 * can try again. */
export function room<K extends string>(load: () => Promise<Record<K, Page>>, name: K): Page {
  let Loaded: Page | undefined;
  const get = async () => {
    Loaded ??= (await load())[name];
  };
  all.push(get);
  return function Room() {
    const [state, setState] = useState<"here" | "away" | "coming">(Loaded ? "here" : "coming");
    useEffect(() => {
      if (state === "coming")
        get().then(
          () => setState("here"),
          () => setState("away"),
        );
    }, [state]);
    if (Loaded) return <Loaded />;
    if (state === "away")
      return (
        <Trouble
          error={new Problem("The ledger cannot be reached. Try again in a moment.", "", 0)}
          onRetry={() => setState("coming")}
        />
      );
    return <Waiting />;
  };
}
