import type { ShopOut } from "../api/types";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** A day as it is written everywhere on screen and paper: 3 Mar 2027; Mar 3, 2027; 2027-03-03. What is no date stays as it is. */
export function dateText(iso: string, style: ShopOut["dates"]): string {
  const [year, month, day] = iso.slice(0, 10).split("-").map(Number);
  const name = MONTHS[(month ?? 0) - 1];
  if (style === "iso" || !name || !year || !day) return iso.slice(0, 10);
  return style === "day" ? `${day} ${name} ${year}` : `${name} ${day}, ${year}`;
}

const WEEKDAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];

/** A day of these weeks with its weekday, without its year: Wed 24 Feb; Wed, Feb 24; Wed 2027-02-24. */
export function dayText(iso: string, style: ShopOut["dates"]): string {
  const [year, month, day] = iso.slice(0, 10).split("-").map(Number);
  if (!year || !month || !day) return iso;
  const weekday = WEEKDAYS[new Date(Date.UTC(year, month - 1, day)).getUTCDay()];
  if (style === "iso") return `${weekday} ${iso.slice(0, 10)}`;
  return style === "day" ? `${weekday} ${day} ${MONTHS[month - 1]}` : `${weekday}, ${MONTHS[month - 1]} ${day}`;
}

/** Whether a day is gone. */
export function overdue(iso: string): boolean {
  return iso < new Date().toISOString().slice(0, 10);
}

/** Minutes as people say them: 45 min, 1 h 30 min, 3 days. */
export function timeSaid(minutes: number): string {
  const days = Math.floor(minutes / 1440);
  const hours = Math.floor((minutes % 1440) / 60);
  const told = [days > 1 && `${days} days`, days === 1 && "1 day", hours > 0 && `${hours} h`, minutes % 60 > 0 && `${minutes % 60} min`].filter(Boolean);
  return told.join(" ") || "0 min";
}
