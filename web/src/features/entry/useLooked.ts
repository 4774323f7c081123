// What the server reads in a text while it is typed: asked a moment after each key, the last answer shown meanwhile.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ApiError } from "../../shared/api/client";
import type { EntryView } from "../../shared/api/types";
import { type Cursor, cursorAt } from "./charsOf";

const AFTER_MS = 120;

export interface Typed {
  text: string;
  /** Where the cursor stands, counted from 0. */
  at: number;
}

export type Look = (text: string, cursor: Cursor) => Promise<EntryView>;

export interface Looked {
  view: EntryView | null;
  /** Is it of the text as it stands? */
  isCurrent: boolean;
  isOffline: boolean;
  error: unknown;
}

/**
 * @param key of the question: whose text it is.
 */
export function useLooked(key: readonly string[], typed: Typed, look: Look): Looked {
  const asked = useSettled(typed);
  const cursor = cursorAt(asked.text, asked.at);
  const query = useQuery({
    queryKey: ["entry", ...key, asked.text, cursor],
    queryFn: () => look(asked.text, cursor),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
  const isOffline = query.error instanceof ApiError && query.error.isOffline;
  useAgainWithSignal(isOffline, () => void query.refetch());
  return {
    view: query.data ?? null,
    isCurrent: asked.text === typed.text && !query.isPlaceholderData && query.isSuccess,
    isOffline,
    error: isOffline ? null : query.error,
  };
}

/** What is typed, once no key has been struck for a moment. */
function useSettled(typed: Typed): Typed {
  const [settled, setSettled] = useState(typed);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(typed), AFTER_MS);
    return () => clearTimeout(timer);
  }, [typed]);
  return settled;
}

const EVERY_MS = 5000;

function useAgainWithSignal(isOffline: boolean, again: () => void) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is asked again is the question as it stands then
  useEffect(() => {
    if (!isOffline) return;
    const timer = setInterval(again, EVERY_MS);
    return () => clearInterval(timer);
  }, [isOffline]);
}
