import type { ReactNode } from "react";
import { ErrorBoundary } from "react-error-boundary";

/** A place that fell over says so, with the way back; what is not saved yet is kept in this browser. */
export function Fallen({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={({ error, resetErrorBoundary }) => (
        <main className="p-10" role="alert">
          <h1 className="text-xl font-semibold">This place can’t be shown</h1>
          <p className="mt-1">A fault of the program; what you did is kept, and nothing else is touched.</p>
          <p className="mt-1 text-soft">{error instanceof Error ? error.message : String(error)}</p>
          <div className="mt-4 flex gap-2">
            <button type="button" className="btn btn-act" onClick={resetErrorBoundary}>
              Try again
            </button>
            <a href="/" className="btn">
              To the rack
            </a>
          </div>
        </main>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
