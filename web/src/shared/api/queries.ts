// What is asked of the server, key and fetcher together.
import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { api } from "./client";
import { putTogether } from "./compactPack";
import type { CompareBy, HistoryWish, ReportPart } from "./types";

export interface PlanWishes {
  minutes?: number;
  helper: boolean;
  assess?: boolean;
  air_c?: number;
  humidity_pct?: number;
  wind_ms?: number;
  rider_kg?: number;
  tack_kg?: number;
  /** A place's id; without it the yard's usual one. */
  place?: string;
  /** The trainer's changes, as JSON. */
  changes?: string;
}

export const flagsQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "flags"],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/flags", { params: { path: { horse_id: horse } } }),
  });

export const lookQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "look"],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/look", { params: { path: { horse_id: horse } } }),
  });

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: () => api.get("/api/me"),
  // Always asked again: a session that has ended must not look open because the device remembers it.
  staleTime: 0,
});

/** Is no yard here yet? It brings the token too with which forms are sent before anybody is signed in. */
export const firstRunQuery = queryOptions({
  queryKey: ["first-run"],
  queryFn: () => api.get("/api/first-run"),
  staleTime: 0,
});

export const devicesQuery = queryOptions({
  queryKey: ["devices"],
  queryFn: () => api.get("/api/me/devices"),
});

export const peopleQuery = queryOptions({
  queryKey: ["people"],
  queryFn: () => api.get("/api/people"),
});

export const ownedQuery = queryOptions({
  queryKey: ["people", "owned"],
  queryFn: () => api.get("/api/people/owned"),
});

export const goneQuery = queryOptions({
  queryKey: ["yard", "gone"],
  queryFn: () => api.get("/api/yard/gone-horses"),
});

/** Page by page, the latest first. */
export const trailQuery = infiniteQueryOptions({
  queryKey: ["yard", "trail"],
  queryFn: ({ pageParam }) =>
    api.get("/api/yard/trail", {
      params: { query: pageParam === null ? {} : { before: pageParam } },
    }),
  initialPageParam: null as number | null,
  getNextPageParam: (page) => page.earlier,
});

export const timesQuery = (horse: string, session: string) =>
  queryOptions({
    queryKey: ["horse", horse, "times", session],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sessions/{session_id}/times", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
  });

export const historyQuery = (horse: string, session: string) =>
  queryOptions({
    queryKey: ["horse", horse, "history", session],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sessions/{session_id}/history", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
  });

const OTHERS_EVERY_MS = 30_000;

/** What other devices log in a session: asked again with whatever is saved of this horse, and now and then. */
export const othersQuery = (horse: string, session: string) =>
  queryOptions({
    queryKey: ["horse", horse, "others", session],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sessions/{session_id}/others", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
    refetchInterval: OTHERS_EVERY_MS,
  });

export const runningQuery = (horse: string) =>
  queryOptions({
    queryKey: ["running", horse],
    queryFn: () => api.get("/api/horses/{horse_id}/running", ofHorse(horse)),
    staleTime: 0,
    retry: false,
  });

/** Always asked anew: what is put right is put right of what there is. */
export const writtenQuery = (horse: string, session: string) =>
  queryOptions({
    queryKey: ["written", horse, session],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sessions/{session_id}/written", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
    staleTime: 0,
    gcTime: 0,
  });

export const notationQuery = queryOptions({
  queryKey: ["notation"],
  queryFn: () => api.get("/api/notation"),
});

export const struckOutQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "struck-out"],
    queryFn: () => api.get("/api/horses/{horse_id}/struck-out", ofHorse(horse)),
  });

export const horsesQuery = queryOptions({
  queryKey: ["horses"],
  queryFn: () => api.get("/api/horses"),
});

/** Asked again as the day goes on: what is left of it moves with the hour. */
export const todayQuery = queryOptions({
  queryKey: ["today"],
  queryFn: () => api.get("/api/today"),
  refetchInterval: 5 * 60_000,
});

export const weatherQuery = queryOptions({
  queryKey: ["weather"],
  queryFn: () => api.get("/api/yard/weather"),
});

export const planQuery = (horse: string, wishes: PlanWishes) =>
  queryOptions({
    queryKey: ["horse", horse, "plan", wishes],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/plan", {
        params: { path: { horse_id: horse }, query: wishes },
      }),
  });

export const groundQuery = queryOptions({
  queryKey: ["ground"],
  queryFn: () => api.get("/api/ground"),
});

/** What is laid out where; `values` is JSON. */
export interface LayoutWish {
  place: string;
  setup: string;
  values: string;
  mirrored: boolean;
  feet: boolean;
}

export const layoutQuery = (wish: LayoutWish) =>
  queryOptions({
    queryKey: ["ground", "layout", wish],
    queryFn: () => api.get("/api/ground/layout", { params: { query: wish } }),
    retry: false,
  });

export const horseGroundQuery = (horse: string, place: string, setup: string, step: string) =>
  queryOptions({
    queryKey: ["horse", horse, "ground", place, setup, step],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/ground", {
        params: {
          path: { horse_id: horse },
          query: { place, setup, ...(step ? { step } : {}) },
        },
      }),
  });

/** Kept as it was sent; put together where it is used. */
export const packQuery = (horse: string, wishes: PlanWishes) =>
  queryOptions({
    queryKey: ["horse", horse, "pack", wishes],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/pack", {
        params: { path: { horse_id: horse }, query: wishes },
      }),
    select: putTogether,
  });

/** Every exercise as it could be asked today; kept as it was sent, put together where one is taken. */
export const sparesQuery = (horse: string, helper: boolean) =>
  queryOptions({
    queryKey: ["horse", horse, "spares", helper],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/spares", {
        params: { path: { horse_id: horse }, query: { helper } },
      }),
    // It is large, and the day is worked with what it was in the morning.
    staleTime: 60 * 60_000,
  });

export const sheetQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "sheet"],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sheet", { params: { path: { horse_id: horse } } }),
  });

export const stepQuery = (horse: string, step: string) =>
  queryOptions({
    queryKey: ["horse", horse, "step", step],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/steps/{step}", {
        params: { path: { horse_id: horse, step } },
      }),
  });

export const forecastQuery = (horse: string, step: string, perWeek: number | undefined) =>
  queryOptions({
    queryKey: ["horse", horse, "forecast", step, perWeek],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/steps/{step}/forecast", {
        params: {
          path: { horse_id: horse, step },
          query: perWeek === undefined ? {} : { per_week: perWeek },
        },
      }),
  });

/** Page by page, the latest first. */
export const sessionsQuery = (horse: string) =>
  infiniteQueryOptions({
    queryKey: ["horse", horse, "sessions"],
    queryFn: ({ pageParam }) =>
      api.get("/api/horses/{horse_id}/sessions", {
        params: {
          path: { horse_id: horse },
          query: pageParam === null ? {} : { before: pageParam },
        },
      }),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.earlier,
  });

export const debriefQuery = (horse: string, session: string) =>
  queryOptions({
    queryKey: ["horse", horse, "session", session],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/sessions/{session_id}", {
        params: { path: { horse_id: horse, session_id: session } },
      }),
  });

const ofHorse = (horse: string) => ({ params: { path: { horse_id: horse } } });

export const ladderQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "ladder"],
    queryFn: () => api.get("/api/horses/{horse_id}/ladder", ofHorse(horse)),
  });

export const guideQuery = (horse: string, step: string) =>
  queryOptions({
    queryKey: ["horse", horse, "guide", step],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/ladder/{step}", {
        params: { path: { horse_id: horse, step } },
      }),
  });

export const arrivalQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "arrival"],
    queryFn: () => api.get("/api/horses/{horse_id}/arrival", ofHorse(horse)),
  });

export const profileQuery = (horse: string) =>
  queryOptions({
    queryKey: ["horse", horse, "profile"],
    queryFn: () => api.get("/api/horses/{horse_id}/profile", ofHorse(horse)),
  });

export const tapeWeightQuery = (girth_cm: number, length_cm: number, born: string | undefined) =>
  queryOptions({
    queryKey: ["tape-weight", girth_cm, length_cm, born],
    queryFn: () =>
      api.get("/api/tape-weight", {
        params: { query: { girth_cm, length_cm, ...(born ? { born } : {}) } },
      }),
    retry: false,
  });

export const yardQuery = queryOptions({
  queryKey: ["yard"],
  queryFn: () => api.get("/api/yard"),
});

export const exerciseQuery = (exercise: string) =>
  queryOptions({
    queryKey: ["yard", "exercise", exercise],
    queryFn: () =>
      api.get("/api/yard/exercises/{exercise_id}", {
        params: { path: { exercise_id: exercise } },
      }),
  });

export const exportsQuery = queryOptions({
  queryKey: ["exports"],
  queryFn: () => api.get("/api/exports"),
});

export const importsQuery = queryOptions({
  queryKey: ["imports"],
  queryFn: () => api.get("/api/imports"),
});

export const archivesQuery = queryOptions({
  queryKey: ["archives"],
  queryFn: () => api.get("/api/archives"),
});

/** What is wanted of the sessions; what is not said limits nothing. */
export type StripWish = Partial<Omit<HistoryWish, "search">> & { search?: string };

/** Page by page, the latest first. */
export const stripsQuery = (horse: string, wish: StripWish) =>
  infiniteQueryOptions({
    queryKey: ["horse", horse, "strips", wish],
    queryFn: ({ pageParam }) =>
      api.get("/api/horses/{horse_id}/history", {
        params: {
          path: { horse_id: horse },
          query: { ...wish, ...(pageParam === null ? {} : { before: pageParam }) },
        },
      }),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.earlier,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Of which days, and what goes in; days that are not said are the usual ones. */
export interface ReportWish {
  first?: string;
  last?: string;
  without?: ReportPart[];
  paragraph?: string;
}

export const reportQuery = (horse: string, wish: ReportWish) =>
  queryOptions({
    queryKey: ["horse", horse, "report", wish],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/report", {
        params: { path: { horse_id: horse }, query: wish },
      }),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const sharedReportsQuery = (horse: string) =>
  queryOptions({
    queryKey: ["shared-reports", horse],
    queryFn: () => api.get("/api/horses/{horse_id}/shared-reports", ofHorse(horse)),
  });

/** What is held against what; `horse` is the other one. */
export interface CompareWish {
  by?: CompareBy;
  first?: string;
  second?: string;
  one?: string;
  other?: string;
  horse?: string;
}

export const compareQuery = (horse: string, wish: CompareWish) =>
  queryOptions({
    queryKey: ["horse", horse, "compare", wish],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/compare", {
        params: { path: { horse_id: horse }, query: wish },
      }),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** Of one session, or of all. */
export const picturesQuery = (horse: string, session?: string) =>
  queryOptions({
    queryKey: ["pictures", horse, session ?? "all"],
    queryFn: () =>
      api.get("/api/horses/{horse_id}/pictures", {
        params: { path: { horse_id: horse }, query: session ? { session } : {} },
      }),
  });
