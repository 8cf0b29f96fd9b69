import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { Word, WordsOut } from "../api/types";

/** The trade’s words, fetched once; found in what stands on the screen. */
export interface Words {
  scenes: WordsOut["scenes"];
  /** The words in some texts, in the order they come. */
  among: (texts: readonly string[]) => Word[];
  /** What the first of them in a text means; undefined if there is none. */
  meaning: (text: string) => string | undefined;
}

const found = new WeakMap<WordsOut, Words>();
const NONE: Words = { scenes: {}, among: () => [], meaning: () => undefined };

export function useWords(): Words {
  const { data } = useQuery({ queryKey: ["words"], queryFn: () => unwrap(api.GET("/api/words")), staleTime: Infinity });
  if (!data) return NONE;
  // Made once, however many fields ask.
  const words = found.get(data) ?? wordsOf(data);
  found.set(data, words);
  return words;
}

function wordsOf({ words, scenes }: WordsOut): Words {
  const byForm = new Map(words.flatMap((word) => [word.word, ...word.forms].map((form) => [form, word] as const)));
  // The longest first: a lift strip is not a lift.
  const forms = [...byForm.keys()].sort((a, b) => b.length - a.length);
  const pattern = new RegExp(`\\b(?:${forms.join("|")})\\b`, "gi");
  function among(texts: readonly string[]) {
    const here = new Set<Word>();
    for (const text of texts) {
      for (const [form] of text.matchAll(pattern)) {
        const word = byForm.get(form.toLowerCase());
        if (word) here.add(word);
      }
    }
    return [...here];
  }
  return {
    scenes,
    among,
    meaning: (text) => {
      const word = among([text])[0];
      return word && `${word.word[0]?.toUpperCase()}${word.word.slice(1)}: ${word.line}`;
    },
  };
}
