import { useId, useState, type Ref } from "react";
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

export function SizeLine({ label, unit, value, onChange, onTwo, onFocus, fault, placeholder }: LineProps & { unit: Unit; onTwo?: ((first: string, second: string) => void) | undefined; onFocus?: () => void }) {
  const id = useId();
  const [read, setRead] = useState<Read | null>(null);
  async function understand(text: string) {
    onChange(text);
    try {
      setRead(text.trim() ? await unwrap(api.POST("/api/lengths", { body: { text, unit } })) : null);
    } catch {
      setRead(null);
    }
  }
  return (
    <div>
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <div className="relative">
        <input id={id} className="field fig pr-8" placeholder={placeholder} value={value} autoComplete="off" onChange={(event) => void understand(event.target.value)} onFocus={onFocus} onBlur={() => read?.second && onTwo?.(read.first, read.second)} aria-invalid={fault ? true : undefined} />
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
