import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, unwrap } from "../api/client";

interface Reading {
  number: number;
  kind: string | null;
  text: string;
}

/** Writes into a field as if it were typed, and goes on as Enter does. */
function typeInto(field: HTMLInputElement, text: string): void {
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
  set?.call(field, text);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  // When what was typed has been taken in.
  window.setTimeout(() => field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true })));
}

/** The field a reading may land in: one that takes a length or a weight and has the focus. */
function inHand(kind: string | null): HTMLInputElement | null {
  const at = document.activeElement;
  return at instanceof HTMLInputElement && at.dataset.takes === kind ? at : null;
}

/** Listens to the shop’s tape, where it has one: a reading lands in the field in hand; with none it is told, and kept till somebody takes it. */
export function Tape() {
  const last = useRef(-1);
  const [loose, setLoose] = useState<Reading | null>(null);
  const found = useQuery({
    queryKey: ["tape"],
    queryFn: async ({ signal }) => {
      const told = await unwrap(api.GET("/api/readings", { params: { query: { after: last.current } }, signal }));
      last.current = told.last;
      for (const reading of told.readings) {
        const field = reading.kind && inHand(reading.kind);
        if (field) typeInto(field, reading.text);
        setLoose(field ? null : reading);
      }
      return told;
    },
    // Asked often only where there is one.
    refetchInterval: (query) => (query.state.data?.there ? 600 : false),
    staleTime: 0,
    structuralSharing: false,
  });
  const told = found.data;
  if (!told?.there) return null;
  return (
    <div role="status" className="fixed right-3 bottom-24 z-40 max-w-xs" data-tape={told.connected ? "there" : "away"}>
      {loose && (
        <p className="border border-ink/40 bg-sheet px-3 py-2 leading-snug">
          {loose.kind ? (
            <>
              <span className="fig text-[18px]">{loose.text}</span> from the tape, and no field was in hand: go into one, and read again.{" "}
            </>
          ) : (
            <>The tape sent what is no reading: “{loose.text}”. </>
          )}
          <button type="button" className="text-act underline" onClick={() => setLoose(null)}>
            Dismiss
          </button>
        </p>
      )}
    </div>
  );
}
