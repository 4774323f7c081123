// The words of the interface, by language. English stands in the files beside this one, a group of words each;
// another language is the same groups once more, and what it has not is said in English.

/** Groups of words by their names. */
export type Language = Record<string, object>;

const english: Language = {};
let language: Language = {};

/** A group of words, as it is said in the language that is spoken whenever it is asked for. */
export function spoken<Words extends object>(name: string, words: Words): Words {
  english[name] = words;
  const now = () => (language[name] ?? words) as Words;
  return new Proxy(words, {
    get: (_, key) => Reflect.get(now(), key) ?? Reflect.get(words, key),
  });
}

/** Speaks another language from now on; null: English. */
export function speak(other: Language | null): void {
  language = other ?? {};
}

/** Every group of words that there is: what has to be said in another language. */
export const inEnglish = (): Language => english;
