import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Entry = components["schemas"]["Entry"];
export type Folio = components["schemas"]["Folio"];
export type Sheet = components["schemas"]["Sheet"];
export type Spread = components["schemas"]["Spread"];
export type Read = components["schemas"]["Read"];
export type Page = components["schemas"]["Page"];
export type Part = components["schemas"]["DressingPart"];
export type Material = components["schemas"]["DressingMaterial"];
export type Dressing = components["schemas"]["Dressing"];
export type Measured = components["schemas"]["ProportionMeasured"];
export type MeasuredPart = components["schemas"]["ProportionPart"];
export type Outline = components["schemas"]["ProfileOutline"];
export type Shape = components["schemas"]["ProfileShape"];
export type Departure = components["schemas"]["CompareDeparture"];
export type Mark = components["schemas"]["DressingMark"];
export type Figures = components["schemas"]["CompareFigures"];

const api = createClient<paths>({ baseUrl: "/" });

/** The hook everything is measured on; an empty size means the dressing's own. */
export type Vice = { size: string; shank: string };

/** A refusal of the server: what was wrong, and in which field. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly field: string,
    readonly status: number,
  ) {
    super(message);
  }
}

type Refusal = { detail?: string; errors?: { message?: string; location?: string }[] | null; status?: number };

function fail(error: unknown, status: number): never {
  const r = (error ?? {}) as Refusal;
  const first = r.errors?.[0];
  const field = (first?.location ?? "").replace(/^(body|query)\.?/, "");
  throw new Problem(first?.message ?? r.detail ?? "The ledger did not answer.", field, status);
}

async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: { data?: T; error?: unknown; response: Response };
  try {
    got = await call;
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new Problem("The ledger cannot be reached. What you typed is kept; try again in a moment.", "", 0);
  }
  if (got.data === undefined) fail(got.error, got.response.status);
  return got.data;
}

const vice = (v: Vice) => ({ size: v.size || undefined, shank: v.shank || undefined });

export const pageQuery = (q: string, v: Vice) =>
  infiniteQueryOptions({
    queryKey: ["page", q, v],
    queryFn: ({ signal, pageParam }) =>
      answer(api.GET("/api/dressings", { params: { query: { q, after: pageParam, limit: 50, ...vice(v) } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const folioQuery = (folio: number, v: Vice) =>
  queryOptions<Folio>({
    queryKey: ["folio", folio, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/dressings/{folio}", { params: { path: { folio }, query: vice(v) }, signal })),
    placeholderData: (old) => (old?.entry.folio === folio ? old : undefined),
  });

export const spreadQuery = (parent: number, variant: number, v: Vice) =>
  queryOptions({
    queryKey: ["spread", parent, variant, v],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/spreads/{parent}/{variant}", { params: { path: { parent, variant }, query: vice(v) }, signal }),
      ),
    placeholderData: keepPreviousData,
  });

export const readQuery = (text: string, v: Vice) =>
  queryOptions({
    queryKey: ["read", text, v],
    queryFn: ({ signal }) => answer(api.POST("/api/readings", { params: { query: vice(v) }, body: { text }, signal })),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
  });

export const namesQuery = queryOptions({
  queryKey: ["names"],
  queryFn: ({ signal }) => answer(api.GET("/api/names", { signal })),
  staleTime: 10_000,
});

export type Filing = {
  text: string;
  title?: string;
  tier?: string;
  originator?: string;
  source?: string;
  page?: string;
  date?: string;
  reason?: string;
  parents?: number[];
};

export const fileDressing = (key: string, body: Filing) =>
  answer(api.POST("/api/dressings", { params: { header: { "Idempotency-Key": key } }, body }));
