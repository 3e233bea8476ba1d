import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { answer, api, bySeat, Problem, type Vice, vice } from "./client";
import {
  claimBodyDateOfValues,
  claimBodyGradeValues,
  claimBodyKnowsValues,
  claimBodyQualifierValues,
  claimBodyQuestionValues,
  type components,
  onShelfKindValues,
  pathsApiShelfFilesFormatGetParametersPathFormatValues,
  placeBodyStandingValues,
} from "./schema.gen";

type S = components["schemas"];
export type Pattern = S["Pattern"];
export type PatternBody = S["PatternBody"];
export type PatternEntry = S["PatternEntry"];
export type PatternName = S["PatternName"];
export type Member = S["Member"];
export type Provenance = Pick<S["FolioProvenance"], "readings" | "accounts">;
export type FolioProvenance = S["FolioProvenance"];
export type Adoption = S["Adoption"];
export type Account = S["Account"];
export type ClaimBody = S["ClaimBody"];
export type Question = ClaimBody["question"];
export type PlaceBody = S["PlaceBody"];
export type Standing = PlaceBody["standing"];
export type Witnesses = S["Witnesses"];
export type OnShelf = S["OnShelf"];
export type SourcePage = S["SourcePage"];
export type SourceBody = S["SourceBody"];
export type Person = S["CitationPerson"];
export type TakenSources = S["TakenSources"];
export type Pedigree = S["Pedigree"];
export type Box = S["DescentBox"];
export type DrawnLink = S["DescentDrawn"];
export type Meeting = S["Meeting"];
export type Accession = S["Accession"];
export type AccessionBody = S["AccessionBody"];
export type Bequest = S["Bequest"];
export type Card = S["Card"];
export type CardBody = S["CardBody"];
export type Period = S["Period"];
export type Rule = S["Rule"];

export const questions = claimBodyQuestionValues;
export const grades = claimBodyGradeValues;
export const knowings = claimBodyKnowsValues;
export const qualifiers = claimBodyQualifierValues;
export const datesOf = claimBodyDateOfValues;
export const standings = placeBodyStandingValues;
export const sourceKinds = onShelfKindValues;
export const formats = pathsApiShelfFilesFormatGetParametersPathFormatValues;
export type Format = (typeof formats)[number];

const once = () => ({ ...bySeat, "Idempotency-Key": crypto.randomUUID() });

export const patternsQuery = (q: string, v: Vice) =>
  infiniteQueryOptions({
    queryKey: ["patterns", q, v],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/patterns", {
          params: { query: { ...vice(v), q: q || undefined, after: pageParam || undefined } },
          signal,
        }),
      ),
    initialPageParam: "",
    getNextPageParam: (last) => last.next || undefined,
    placeholderData: keepPreviousData,
  });

export const patternQuery = (id: number, v: Vice) =>
  queryOptions<Pattern>({
    queryKey: ["pattern", id, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/patterns/{id}", { params: { path: { id }, query: vice(v) }, signal })),
    placeholderData: (old) => (old?.id === id ? old : undefined),
  });

export const witnessesQuery = (id: number, variant: number, v: Vice) =>
  queryOptions<Witnesses>({
    queryKey: ["witnesses", id, variant, v],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/patterns/{id}/witnesses", {
          params: { path: { id }, query: { ...vice(v), variant: variant || undefined } },
          signal,
        }),
      ),
    placeholderData: (old) => (old?.pattern === id ? old : undefined),
  });

export const provenanceQuery = (folio: number, v: Vice) =>
  queryOptions<FolioProvenance>({
    queryKey: ["provenance", folio, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/dressings/{folio}/provenance", { params: { path: { folio }, query: vice(v) }, signal })),
    placeholderData: (old) => (old?.entry.folio === folio ? old : undefined),
  });

export const rulesQuery = queryOptions<Rule[]>({
  queryKey: ["rules"],
  queryFn: ({ signal }) => answer(api.GET("/api/rules", { signal })),
  staleTime: Number.POSITIVE_INFINITY,
});

export const makePattern = (body: PatternBody) =>
  answer(api.POST("/api/patterns", { params: { header: once() }, body }));
export const changePattern = (id: number, edit: string, body: PatternBody) =>
  answer(api.PUT("/api/patterns/{id}", { params: { path: { id }, header: bySeat }, body: { ...body, edit } }));
export const adoptReading = (
  id: number,
  body: { question: Question; adopted: string[]; note: string; clear?: boolean },
) => answer(api.PUT("/api/patterns/{id}/adopted", { params: { path: { id }, header: bySeat }, body }));
export const placeDressing = (folio: number, body: PlaceBody) =>
  answer(api.PUT("/api/dressings/{folio}/place", { params: { path: { folio }, header: bySeat }, body }));
export const enterClaim = (body: ClaimBody) => answer(api.POST("/api/claims", { params: { header: once() }, body }));
export const changeClaim = (id: number, edit: string, body: ClaimBody, out = false) =>
  answer(
    api.PUT("/api/claims/{id}", {
      params: { path: { id }, header: bySeat },
      body: { ...body, edit, out: out || undefined },
    }),
  );

export const periodsQuery = queryOptions<Period[]>({
  queryKey: ["periods"],
  queryFn: ({ signal }) => answer(api.GET("/api/periods", { signal })),
});
export const setPeriod = (body: Period & { out?: boolean }) =>
  answer(api.PUT("/api/periods", { params: { header: bySeat }, body }));
export const dateQuery = (words: string) =>
  queryOptions({
    queryKey: ["date", words],
    queryFn: ({ signal }) => answer(api.GET("/api/date", { params: { query: { words } }, signal })),
    enabled: words.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });

export const shelfQuery = (q: string) =>
  queryOptions<OnShelf[]>({
    queryKey: ["shelf", q],
    queryFn: ({ signal }) => answer(api.GET("/api/shelf", { params: { query: { q: q || undefined } }, signal })),
    placeholderData: keepPreviousData,
  });
export const sourceQuery = (id: number, v: Vice) =>
  queryOptions<SourcePage>({
    queryKey: ["source", id, v],
    queryFn: ({ signal }) => answer(api.GET("/api/shelf/{id}", { params: { path: { id }, query: vice(v) }, signal })),
    placeholderData: (old) => (old?.id === id ? old : undefined),
  });
export const shelveSource = (body: SourceBody) => answer(api.POST("/api/shelf", { params: { header: once() }, body }));
export const changeSource = (id: number, edit: string, body: SourceBody) =>
  answer(api.PUT("/api/shelf/{id}", { params: { path: { id }, header: bySeat }, body: { ...body, edit } }));
export const mergeSource = (id: number, into: number) =>
  answer(api.POST("/api/shelf/{id}/merging", { params: { path: { id }, header: bySeat }, body: { into } }));
export const takeInSources = (text: string, look: boolean, twins: boolean) =>
  answer(api.POST("/api/shelf/files", { params: { header: once() }, body: { text, look, twins } }));

export const pedigreeQuery = (folio: number, width: number, shut: number[]) =>
  queryOptions<Pedigree>({
    queryKey: ["pedigree", folio, width, shut],
    queryFn: ({ signal }) =>
      answer(
        api.GET("/api/dressings/{folio}/descent", {
          params: { path: { folio }, query: { width, shut: shut.join(",") || undefined } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });
export const commonQuery = (folio: number, other: number) =>
  queryOptions<Meeting[]>({
    queryKey: ["common", folio, other],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/dressings/{folio}/common", { params: { path: { folio }, query: { with: other } }, signal })),
    enabled: other > 0,
  });
export const drawingsQuery = (folios: number[], v: Vice) =>
  queryOptions({
    queryKey: ["drawings", folios, v],
    queryFn: ({ signal }) =>
      answer(api.GET("/api/drawings", { params: { query: { ...vice(v), folios: folios.join(",") } }, signal })),
    enabled: folios.length > 0,
    staleTime: 60_000,
  });

export const bequestsQuery = queryOptions<Accession[]>({
  queryKey: ["bequests"],
  queryFn: ({ signal }) => answer(api.GET("/api/bequests", { signal })),
});
export const bequestQuery = (id: number, waiting: boolean) =>
  infiniteQueryOptions({
    queryKey: ["bequest", id, waiting],
    queryFn: ({ signal, pageParam }) =>
      answer(
        api.GET("/api/bequests/{id}", {
          params: { path: { id }, query: { after: pageParam || undefined, waiting: waiting || undefined } },
          signal,
        }),
      ),
    initialPageParam: 0,
    getNextPageParam: (last: Bequest) => last.next || undefined,
    placeholderData: keepPreviousData,
  });
export const cardQuery = (id: number) =>
  queryOptions<Card>({
    queryKey: ["card", id],
    queryFn: ({ signal }) => answer(api.GET("/api/cards/{id}", { params: { path: { id } }, signal })),
    enabled: id > 0,
  });
export const nextCard = (id: number) => answer(api.GET("/api/cards/{id}/next", { params: { path: { id } } }));
export const takeInBequest = (body: AccessionBody) =>
  answer(api.POST("/api/bequests", { params: { header: once() }, body }));
export const changeBequest = (id: number, edit: string, body: AccessionBody) =>
  answer(api.PUT("/api/bequests/{id}", { params: { path: { id }, header: bySeat }, body: { ...body, edit } }));
export const listCards = (id: number, cards: CardBody[]) =>
  answer(api.POST("/api/bequests/{id}/cards", { params: { path: { id }, header: once() }, body: { cards } }));
export const changeCard = (id: number, edit: string, body: CardBody, out = false) =>
  answer(
    api.PUT("/api/cards/{id}", {
      params: { path: { id }, header: bySeat },
      body: { ...body, edit, out: out || undefined },
    }),
  );

/** Sends the picture of a side of a card; nothing takes it away. */
export async function pictureCard(id: number, side: "front" | "back", file: Blob | null): Promise<{ deed: number }> {
  const r = await fetch(`/api/cards/${id}/${side}`, {
    method: "PUT",
    headers: { ...bySeat, "Content-Type": "application/octet-stream" },
    body: file ?? new Blob([]),
  });
  const said = await r.json().catch(() => ({}));
  if (!r.ok)
    throw new Problem(said.errors?.[0]?.message ?? said.detail ?? "The picture was not taken in.", "picture", r.status);
  return said;
}

export const pictureOf = (sha: string) => `/api/pictures/${sha}`;
export const shelfFile = (f: Format) => `/api/shelf/files/${f}`;

/** A place in a source as it is said: a number alone is a page. */
export const placeWords = (place: string) => (/^[\d\s,–-]+$/.test(place) ? `p. ${place}` : place);
