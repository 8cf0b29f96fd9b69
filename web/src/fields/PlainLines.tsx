import { useId, useRef, useState, type Ref } from "react";
import { api, unwrap } from "../api/client";
import type { Fault, Read, Unit } from "../api/types";
import { Length } from "./Length";

interface LineProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  fault?: Fault | undefined;
  placeholder?: string | undefined;
}

export function Line({ label, value, onChange, fault, placeholder, input }: LineProps & { input?: Ref<HTMLInputElement> }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <input id={id} ref={input} className="field" placeholder={placeholder} value={value} maxLength={200} onChange={(event) => onChange(event.target.value)} aria-invalid={fault ? true : undefined} />
      {fault && (
        <p role="alert" className="text-[12.5px] leading-snug text-stop">
          {fault.message}
        </p>
      )}
    </div>
  );
}

export function SizeLine({ label, unit, value, onChange, onTwo, onFocus, fault, placeholder, name }: LineProps & { name?: string; unit: Unit; onTwo?: ((first: string, second: string) => void) | undefined; onFocus?: () => void }) {
  const id = useId();
  const [read, setRead] = useState<Read | null>(null);
  // How the newest text is read; what was asked of an older one is no longer asked.
  const asked = useRef<Promise<Read | null> | null>(null);
  function understand(text: string) {
    onChange(text);
    const answer = text.trim() ? unwrap(api.POST("/api/lengths", { body: { text, unit } })).catch(() => null) : Promise.resolve(null);
    asked.current = answer;
    void answer.then((read) => asked.current === answer && setRead(read));
  }
  /** Left at once, it waits for how the whole of it was read. */
  async function leave() {
    const answer = asked.current;
    const read = await answer;
    if (read?.second && asked.current === answer) onTwo?.(read.first, read.second);
  }
  return (
    <div>
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <div className="relative">
        <input id={id} name={name} className="field fig pr-8" placeholder={placeholder} value={value} autoComplete="off" onChange={(event) => understand(event.target.value)} onFocus={onFocus} onBlur={() => void leave()} aria-invalid={fault ? true : undefined} />
        <span className="unit absolute inset-y-0 right-2 flex items-center">{unit}</span>
      </div>
      <p className="h-5 text-[12.5px] text-soft">
        {read && (
          <>
            <Length shown={read.shown} unit={read.unit} />
            {read.second && ` and ${read.second}`} · <Length shown={read.shown} unit={read.unit === "mm" ? "in" : "mm"} approx />
          </>
        )}
      </p>
      {fault && (
        <p role="alert" className="text-[12.5px] leading-snug text-stop">
          {fault.message}. Accepted: {fault.accepted}
        </p>
      )}
    </div>
  );
}
