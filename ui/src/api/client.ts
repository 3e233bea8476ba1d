import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import createClient from "openapi-fetch";
import {
  compareComparisonVerdictValues,
  type components,
  deedKindValues,
  dressingMeaningAsValues,
  dressingMeaningKindValues,
  parentKindValues,
  type paths,
  pathsApiDeparturesGetParametersQueryByValues,
  pathsApiDeparturesGetParametersQueryReasonValues,
  pathsApiDeparturesGetParametersQueryWhatValues,
  pathsApiDressingsGetParametersQuerySortValues,
} from "./schema.gen";

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
export type Mark = components["schemas"]["ReadingMark"];
export type Figures = components["schemas"]["CompareFigures"];
/** What words mean, in one dressing or to the club. */
export type Correction = components["schemas"]["DressingMeaning"];
export type Taught = components["schemas"]["ReadingTaught"];
export type LexiconRow = components["schemas"]["LexiconRow"];
export type Settlement = components["schemas"]["Settlement"];
export type Stale = components["schemas"]["Stale"];
export type MergeRow = components["schemas"]["ReadingMergeRow"];
export type Batch = components["schemas"]["Batch"];
export type Item = components["schemas"]["Item"];
export type Filed = components["schemas"]["Filed"];
export type Workings = components["schemas"]["Workings"];
export type HookEntry = components["schemas"]["HookEntry"];
export type HookBody = components["schemas"]["HookBody"];
export type AdvicePiece = components["schemas"]["AdvicePiece"];
export type Essential = components["schemas"]["CompareEssential"];
export type Relative = components["schemas"]["Relative"];
export type Offer = components["schemas"]["Offer"];
export type Name = components["schemas"]["Name"];
export type Deed = components["schemas"]["Deed"];
export type Undoing = components["schemas"]["Undoing"];
export type Descent = Relative["kind"];

/** The ways in which one dressing comes from another, and the kinds of deed. */
export const descents = parentKindValues;
export const deedKinds = deedKindValues;
export const correctionKinds = dressingMeaningAsValues;
export const materialKinds = dressingMeaningKindValues;

export const api = createClient<paths>({ baseUrl: "/" });

/** The hook everything is measured on; an empty size means the dressing's own. */
export type Vice = {
  size: string;
  shank: string;
  /** One of the club's measured hooks, 0 for none. */
  hook?: number;
};

/** A refusal of the server: what was wrong, and in which field. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly field: string,
    readonly status: number,
    /** What somebody else changed meanwhile. */
    readonly stale?: Stale,
  ) {
    super(message);
  }
}

type Refusal = {
  detail?: string;
  errors?: { message?: string; location?: string }[] | null;
  status?: number;
  stale?: Stale;
};

/** One browser, for the journal of what it did. */
export const seat = (() => {
  const key = "mothledger.seat";
  let s = localStorage.getItem(key);
  if (!s) {
    s = crypto.randomUUID();
    localStorage.setItem(key, s);
  }
  return s;
})();
export const bySeat = { Seat: seat };

function fail(error: unknown, status: number): never {
  const r = (error ?? {}) as Refusal;
  const first = r.errors?.[0];
  const field = (first?.location ?? "").replace(/^(body|query)\.?/, "");
  throw new Problem(first?.message ?? r.detail ?? "The ledger did not answer.", field, status, r.stale);
}

export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let got: { data?: T; error?: unknown; response: Response };
  try {
    got = await call;
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new Problem("The ledger cannot be reached. What you typed is kept; try again in a moment.", "", 0);
  }
  if (!got.response.ok) fail(got.error, got.response.status);
  return got.data as T;
}

export const vice = (v: Vice) => ({
  size: v.hook ? undefined : v.size || undefined,
  shank: v.hook ? undefined : v.shank || undefined,
  hook: v.hook || undefined,
});

export type Order = NonNullable<NonNullable<paths["/api/dressings"]["get"]["parameters"]["query"]>["sort"]>;
export const orders = pathsApiDressingsGetParametersQuerySortValues;
export type Listing = { q: string; sort?: Order; down?: boolean };
export type Asked = components["schemas"]["QuestionTerm"];

export const pageQuery = ({ q, sort, down }: Listing, v: Vice) =>
  infiniteQueryOptions({
    queryKey: ["page", q, sort ?? "folio", !!down, v],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/dressings", {
          params: {
            query: {
              q: q || undefined,
              sort: sort === "folio" ? undefined : sort,
              down: down || undefined,
              after: pageParam || undefined,
              limit: 50,
              ...vice(v),
            },
          },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export type Choices = components["schemas"]["Choices"];
export const choicesQuery = (of: "people" | "sources" | "dressings", typed: string) =>
  queryOptions<Choices>({
    queryKey: ["choices", of, typed],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/choices/{of}", { params: { path: { of }, query: { q: typed || undefined } }, signal })),
    placeholderData: keepPreviousData,
    staleTime: 10_000,
  });

export type IndexOf = paths["/api/indexes/{of}"]["get"]["parameters"]["path"]["of"];
export type Heading = components["schemas"]["Heading"];
export const indexQuery = (of: IndexOf, part: string, begin: string) =>
  infiniteQueryOptions({
    queryKey: ["index", of, part, begin],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/indexes/{of}", {
          params: {
            path: { of },
            query: { part: part || undefined, begin: begin || undefined, after: pageParam || undefined },
          },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const entryQuery = (of: IndexOf, name: string, part: string) =>
  queryOptions({
    queryKey: ["entry", of, name, part],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/indexes/{of}/entry", {
          params: { path: { of }, query: { name, part: part || undefined } },
          signal,
        }),
      ),
  });

export const sheetQuery = (v: Vice) =>
  queryOptions({
    queryKey: ["sheet", v],
    queryFn: ({ signal }) => answer(api.GET("/api/sheet", { params: { query: vice(v) }, signal })),
    placeholderData: keepPreviousData,
  });

export const folioQuery = (folio: number, v: Vice, revision = 0, fill = false) =>
  queryOptions<Folio>({
    queryKey: ["folio", folio, revision, v, fill],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/dressings/{folio}", {
          params: { path: { folio }, query: { ...vice(v), revision: revision || undefined, fill: fill || undefined } },
          signal,
        }),
      ),
    placeholderData: (old) =>
      old?.entry.folio === folio && (!revision || old.entry.revision === revision) ? old : undefined,
  });

export type Leaf = { folio: number; revision?: number };

export const spreadQuery = (parent: Leaf, variant: Leaf, v: Vice) =>
  queryOptions<Spread>({
    queryKey: ["spread", parent, variant, v],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/spreads/{parent}/{variant}", {
          params: {
            path: { parent: parent.folio, variant: variant.folio },
            query: { ...vice(v), parentRevision: parent.revision, variantRevision: variant.revision },
          },
          signal,
        }),
      ),
    placeholderData: (old) =>
      old?.parent.entry.folio === parent.folio && old.variant.entry.folio === variant.folio ? old : undefined,
  });

type ReadBody = paths["/api/readings"]["post"]["requestBody"]["content"]["application/json"];

export const readQuery = (body: ReadBody, v: Vice) =>
  queryOptions({
    queryKey: ["read", body, v],
    queryFn: ({ signal }) => answer(api.POST("/api/readings", { params: { query: vice(v) }, body, signal })),
    enabled: body.text.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    gcTime: 60_000,
  });

export type Filing = components["schemas"]["FilingBody"];

export const fileDressing = (key: string, body: Filing) =>
  answer(api.POST("/api/dressings", { params: { header: { "Idempotency-Key": key, ...bySeat } }, body }));

export const reviseDressing = (folio: number, base: number, key: string, body: Filing) =>
  answer(
    api.POST("/api/dressings/{folio}/revisions", {
      params: { path: { folio }, header: { "Idempotency-Key": key, "If-Match": `"${base}"`, ...bySeat } },
      body,
    }),
  );

export const restoreRevision = (folio: number, base: number, revision: number) =>
  answer(
    api.POST("/api/dressings/{folio}/restorations", {
      params: {
        path: { folio },
        header: { "Idempotency-Key": crypto.randomUUID(), "If-Match": `"${base}"`, ...bySeat },
      },
      body: { revision },
    }),
  );

export const withdraw = (folio: number, withdrawn: boolean, leadsTo?: number) =>
  answer(
    api.PUT("/api/dressings/{folio}/withdrawal", {
      params: { path: { folio }, header: bySeat },
      body: { withdrawn, leadsTo },
    }),
  );

export const undo = (deed?: number) =>
  answer(
    api.POST("/api/undo", {
      params: { header: { ...bySeat, "Idempotency-Key": crypto.randomUUID() } },
      body: deed ? { deed } : {},
    }),
  );

/** What an undo would do, without doing it. */
export const rehearseUndo = (deed?: number) =>
  answer(api.GET("/api/undoing", { params: { header: bySeat, query: { deed } } }));

export type LinkBody = paths["/api/dressings/{folio}/parents"]["post"]["requestBody"]["content"]["application/json"];

export const linkParent = (folio: number, body: LinkBody) =>
  answer(api.POST("/api/dressings/{folio}/parents", { params: { path: { folio }, header: bySeat }, body }));

export type Records = NonNullable<NonNullable<paths["/api/deeds"]["get"]["parameters"]["query"]>["record"]>;
export type Sought = { record?: Records; of?: string; kind?: Deed["kind"]; day?: string; mine?: boolean };

export const deedsQuery = (f: Sought) =>
  infiniteQueryOptions({
    queryKey: ["deeds", f],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/deeds", {
          params: {
            header: bySeat,
            query: { ...f, mine: f.mine || undefined, before: pageParam || undefined, limit: 30 },
          },
          signal,
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const teach = (t: Taught & { again?: boolean }) =>
  answer(api.POST("/api/vocabulary", { params: { header: bySeat }, body: t }));

export const unteach = (words: string) =>
  answer(api.DELETE("/api/vocabulary", { params: { header: bySeat, query: { words } } }));

export const takeWords = (text: string) =>
  answer(api.PUT("/api/vocabulary", { params: { header: bySeat }, body: { text } }));

export const lexiconQuery = (q: string, cls: string) =>
  infiniteQueryOptions({
    queryKey: ["lexicon", q, cls],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/lexicon", {
          params: { query: { q: q || undefined, class: cls || undefined, after: pageParam || undefined } },
          signal,
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const senseQuery = (words: string, as: Correction["as"]) =>
  queryOptions({
    queryKey: ["sense", words, as],
    queryFn: ({ signal }) => answer(api.GET("/api/senses", { params: { query: { words, as } }, signal })),
    enabled: words.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });

export const draftsQuery = queryOptions({
  queryKey: ["drafts"],
  queryFn: ({ signal }) => answer(api.GET("/api/drafts", { params: { header: bySeat }, signal })),
});

export const saveDraft = (id: string, body: { folio?: number; base?: number; edit: number; body: unknown }) =>
  answer(api.PUT("/api/drafts/{id}", { params: { path: { id }, header: bySeat }, body, keepalive: true }));

export const dropDraft = (id: string) =>
  answer(api.DELETE("/api/drafts/{id}", { params: { path: { id }, header: bySeat } }));

export const batchesQuery = queryOptions({
  queryKey: ["batches"],
  queryFn: ({ signal }) => answer(api.GET("/api/batches", { params: { header: bySeat }, signal })),
});

export const batchQuery = (id: string) =>
  queryOptions({
    queryKey: ["batch", id],
    queryFn: ({ signal }) => answer(api.GET("/api/batches/{id}", { params: { path: { id } }, signal })),
  });

export const itemsQuery = (id: string, state: "look" | "filed" | "clean" | "refused") =>
  queryOptions({
    queryKey: ["batch", id, "items", state],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/batches/{id}/items", { params: { path: { id }, query: { state, limit: 500 } }, signal })),
  });

export const batchItem = (id: string, position: number) =>
  answer(api.GET("/api/batches/{id}/items/{position}", { params: { path: { id, position } } }));

export const takeIn = (id: string, name: string, text: string) =>
  answer(api.PUT("/api/batches/{id}", { params: { path: { id }, header: bySeat }, body: { name, text } }));

export const fileSome = (id: string, limit: number) =>
  answer(api.POST("/api/batches/{id}/filings", { params: { path: { id }, header: bySeat }, body: { limit } }));

export const stopBatch = (id: string, stopped: boolean) =>
  answer(api.PUT("/api/batches/{id}/stopped", { params: { path: { id }, header: bySeat }, body: { stopped } }));

export const batchBack = (id: string, withdrawn: boolean) =>
  answer(api.PUT("/api/batches/{id}/withdrawal", { params: { path: { id }, header: bySeat }, body: { withdrawn } }));

export const workingsQuery = (folio: number, v: Vice) =>
  queryOptions<Workings>({
    queryKey: ["workings", folio, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/dressings/{folio}/workings", { params: { path: { folio }, query: vice(v) }, signal })),
    placeholderData: keepPreviousData,
  });

export const sizesQuery = (folio: number, v: Vice) =>
  queryOptions({
    queryKey: ["sizes", folio, v.hook ?? 0],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/dressings/{folio}/sizes", {
          params: { path: { folio }, query: { hook: v.hook || undefined } },
          signal,
        }),
      ),
  });

export const dismissAdvice = (folio: number, code: string, role: string, note: string) =>
  answer(
    api.PUT("/api/dressings/{folio}/dismissals", {
      params: { path: { folio }, header: bySeat },
      body: { code, role, note },
    }),
  );

export const hooksQuery = queryOptions({
  queryKey: ["hooks"],
  queryFn: ({ signal }) => answer(api.GET("/api/hooks", { signal })),
  staleTime: 30_000,
});

export const addHook = (body: HookBody) => answer(api.POST("/api/hooks", { params: { header: bySeat }, body }));

export const retireHook = (id: number, retired: boolean) =>
  answer(api.PUT("/api/hooks/{id}/retired", { params: { path: { id }, header: bySeat }, body: { retired } }));

export const wordsQuery = () =>
  queryOptions({
    queryKey: ["words"],
    queryFn: ({ signal }) => answer(api.GET("/api/words", { signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export const rereadingsQuery = () =>
  infiniteQueryOptions({
    queryKey: ["rereadings"],
    queryFn: ({ pageParam, signal }) =>
      answer(api.GET("/api/rereadings", { params: { query: { after: pageParam } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next || undefined,
  });

/** Files what today's reader makes of these dressings, or with none of all that are offered. */
export const readAnew = (folios: number[], key: string) =>
  answer(
    api.POST("/api/rereadings", {
      params: { header: { ...bySeat, "Idempotency-Key": key } },
      body: folios.length > 0 ? { folios } : { all: true },
    }),
  );

export const schoolsQuery = (folio?: number) =>
  queryOptions({
    queryKey: ["schools", folio ?? 0],
    queryFn: ({ signal }) => answer(api.GET("/api/schools", { params: { query: { folio } }, signal })),
  });

export const chooseSchool = (question: string, school: string, folio?: number) =>
  answer(api.PUT("/api/schools", { params: { query: { folio }, header: bySeat }, body: { question, school } }));

export const reorder = (folio: number, places: number[]) =>
  answer(api.PUT("/api/dressings/{folio}/order", { params: { path: { folio }, header: bySeat }, body: { places } }));

export type Tray = components["schemas"]["Tray"];
export type TrayBody = components["schemas"]["TrayBody"];

export const traysQuery = (folio = 0) =>
  queryOptions({
    queryKey: ["trays", folio],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/trays", { params: { query: { folio: folio || undefined } }, signal })),
  });

export const trayQuery = (tray: number, v: Vice) =>
  queryOptions<Tray>({
    queryKey: ["tray", tray, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/trays/{tray}", { params: { path: { tray }, query: vice(v) }, signal })),
    placeholderData: (old) => (old?.id === tray ? old : undefined),
  });

/** How many dressings lie in a tray at most, and are laid in it at once. */
export const mostInTray = 500;

export const makeTray = (key: string, body: TrayBody) =>
  answer(api.POST("/api/trays", { params: { header: { ...bySeat, "Idempotency-Key": key } }, body }));

export const changeTray = (tray: number, edit: number, body: TrayBody) =>
  answer(api.PUT("/api/trays/{tray}", { params: { path: { tray }, header: bySeat }, body: { ...body, edit } }));

export const layIn = (tray: number, folios: number[]) =>
  answer(
    api.POST("/api/trays/{tray}/dressings", {
      params: { path: { tray }, header: bySeat },
      body: { folios },
    }),
  );

export const putTrayAway = (tray: number, away: boolean) =>
  answer(api.PUT("/api/trays/{tray}/away", { params: { path: { tray }, header: bySeat }, body: { away } }));

export type CabinetRow = components["schemas"]["CabinetRow"];
export type MaterialPage = components["schemas"]["MaterialPage"];
export type MaterialBody = components["schemas"]["MaterialBody"];
export type Swatch = components["schemas"]["Swatch"];
export type StandIn = components["schemas"]["StandIn"];
export type SwapGroup = components["schemas"]["SwapGroup"];
export type Departed = components["schemas"]["Departed"];
export type Verdict = components["schemas"]["CompareComparison"]["verdict"];
export type Line = components["schemas"]["Line"];
export const verdicts = compareComparisonVerdictValues;

export const cabinetQuery = (q: string) =>
  queryOptions({
    queryKey: ["cabinet", q],
    queryFn: ({ signal }) => answer(api.GET("/api/materials", { params: { query: { q: q || undefined } }, signal })),
    placeholderData: keepPreviousData,
  });

export const materialQuery = (name: string, v: Vice) =>
  queryOptions({
    queryKey: ["material", name, v],
    queryFn: ({ signal }) => answer(api.GET("/api/materials/one", { params: { query: { name, ...vice(v) } }, signal })),
    placeholderData: keepPreviousData,
  });

export type InsteadOf = { name: string; part: string; on?: string; colour?: string };
export const insteadQuery = (of: InsteadOf) =>
  queryOptions({
    queryKey: ["instead", of],
    queryFn: ({ signal }) => answer(api.GET("/api/materials/instead", { params: { query: of }, signal })),
    placeholderData: keepPreviousData,
  });

export const unknownQuery = queryOptions({
  queryKey: ["unknown"],
  queryFn: ({ signal }) => answer(api.GET("/api/materials/unknown", { signal })),
});

export const enterMaterial = (body: MaterialBody) =>
  answer(api.POST("/api/materials", { params: { header: bySeat }, body }));

export const mergeMaterials = (name: string, into: string, why: string) =>
  answer(api.POST("/api/materials/merge", { params: { header: bySeat }, body: { name, into, why: why || undefined } }));

export const splitMaterial = (of: string, part: MaterialBody) =>
  answer(api.POST("/api/materials/split", { params: { header: bySeat }, body: { of, part } }));

export const removeMaterial = (name: string) =>
  answer(api.DELETE("/api/materials", { params: { header: bySeat, query: { name } } }));

export type AcrossAsked = Omit<NonNullable<paths["/api/departures"]["get"]["parameters"]["query"]>, "after" | "limit">;
export const waysAsked = pathsApiDeparturesGetParametersQueryWhatValues;
export const reasonKinds = pathsApiDeparturesGetParametersQueryReasonValues;
export const groupings = pathsApiDeparturesGetParametersQueryByValues;

export const acrossQuery = (a: AcrossAsked) =>
  infiniteQueryOptions({
    queryKey: ["across", a],
    queryFn: ({ signal, pageParam }) =>
      answer(api.GET("/api/departures", { params: { query: { ...a, after: pageParam || undefined } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const lineQuery = (folio: number) =>
  queryOptions({
    queryKey: ["line", folio],
    queryFn: ({ signal }) => answer(api.GET("/api/dressings/{folio}/line", { params: { path: { folio } }, signal })),
  });

export const overrule = (folio: number, parent: number, verdict: Verdict | undefined, note: string) =>
  answer(
    api.PUT("/api/dressings/{folio}/verdicts/{parent}", {
      params: { header: bySeat, path: { folio, parent } },
      body: { verdict, note: note || undefined },
    }),
  );
