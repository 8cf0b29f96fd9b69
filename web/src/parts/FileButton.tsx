import { useRef, type ReactNode } from "react";

interface Props {
  /** What the file is, for those who can't see the button. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
  className?: string;
  disabled?: boolean;
  children: ReactNode;
}

/** A button that asks for a file; the same file can be handed in twice. */
export function FileButton({ label, accept, onFile, className = "btn", disabled, children }: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={chooser}
        type="file"
        hidden
        accept={accept}
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
      <button type="button" className={className} disabled={disabled} onClick={() => chooser.current?.click()}>
        {children}
      </button>
    </>
  );
}

/** What went wrong with it, or what is to be known about it. */
export function Told({ trouble, children }: { trouble: string; children: ReactNode }) {
  return trouble ? (
    <p role="alert" className="mt-1 text-[12.5px] leading-snug text-stop">
      {trouble}
    </p>
  ) : (
    <p className="mt-1 text-[12.5px] leading-snug text-soft">{children}</p>
  );
}
