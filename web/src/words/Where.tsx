import { Scene } from "./Scene";
import { useWords } from "./useWords";

/** Where sizes are measured: small drawings, the one that is being typed marked. */
export function Where({ on, at }: { on: readonly string[]; at: string }) {
  const { scenes } = useWords();
  return (
    <div className="flex flex-wrap gap-x-6" data-where={at || undefined}>
      {on.map((key) => {
        const view = scenes[key];
        return view && <Scene key={key} view={view} part={at} />;
      })}
    </div>
  );
}
