import { useState } from "react";
import { Scene } from "./Scene";
import { useWords } from "./useWords";

/** The words of the trade that stand on a stage: each opens what it means, with a small drawing. */
export function WordsHere({ texts }: { texts: () => string[] }) {
  const { among, scenes } = useWords();
  const [looked, setLooked] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const found = looked ? among(texts()).sort((a, b) => a.word.localeCompare(b.word)) : [];
  return (
    <details className="mx-3 mb-3 border-t border-rule pt-2" onToggle={(event) => setLooked(event.currentTarget.open)}>
      <summary className="cursor-pointer font-semibold">What the words here mean</summary>
      <ul className="mt-1">
        {found.map(({ word, line, scene, part }) => {
          const view = scenes[scene];
          return (
            <li key={word} className="border-b border-dotted border-rule">
              <button type="button" className="w-full py-1 text-left font-semibold first-letter:uppercase hover:text-act" aria-expanded={open === word} onClick={() => setOpen(open === word ? null : word)}>
                {word}
              </button>
              {open === word && (
                <div className="pb-2">
                  <p className="leading-snug text-soft first-letter:uppercase">{line}.</p>
                  {view && <Scene view={view} part={part} word={word} />}
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
