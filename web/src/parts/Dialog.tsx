import { Dialog as Base, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";

export function Dialog({ open, onClose, title, children, wide = false }: { open: boolean; onClose: () => void; title: string; children: ReactNode; wide?: boolean }) {
  return (
    <Base open={open} onClose={onClose} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-black/40" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-6 pt-12">
        <DialogPanel className={`w-full ${wide ? "max-w-4xl" : "max-w-lg"} border border-ink/40 bg-sheet p-5`}>
          <div className="mb-3 flex items-start justify-between gap-4">
            <DialogTitle className="text-lg font-semibold">{title}</DialogTitle>
            <button type="button" className="btn btn-bare -m-1 p-1" onClick={onClose} aria-label="Close">
              <X size={18} />
            </button>
          </div>
          {children}
        </DialogPanel>
      </div>
    </Base>
  );
}
