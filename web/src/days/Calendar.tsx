import { Dialog } from "../parts/Dialog";

/** The days for any calendar: an address it asks by itself, or a file. */
export function Calendar({ hands, onClose }: { hands: string[]; onClose: () => void }) {
  const addresses = [["Everybody’s work, due days and waits", ""], ...hands.map((hand) => [`${hand}’s work`, `?hand=${encodeURIComponent(hand)}`])] as const;
  return (
    <Dialog open onClose={onClose} title="Calendar">
      <p className="leading-snug text-soft">A calendar program asks the address again and again and shows what stands then. The file is as it is now.</p>
      <ul className="mt-3 space-y-3">
        {addresses.map(([label, query]) => (
          <li key={label}>
            <p className="font-semibold">{label}</p>
            <p className="flex gap-2">
              <input readOnly className="field" aria-label={`Address: ${label}`} value={`${window.location.origin}/api/days.ics${query}`} onFocus={(event) => event.target.select()} />
              <a className="btn" href={`/api/days.ics${query}`} download="days.ics">
                File
              </a>
            </p>
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
