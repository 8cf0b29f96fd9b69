import type { PictureOut } from "./types";

/** Sends a file with its progress (fetch tells none); what the server says of a bad one is thrown in its words. */
export function handInPicture(file: File, told: (per_cent: number) => void): Promise<PictureOut> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/pictures?name=${encodeURIComponent(file.name.slice(-200))}`);
    request.setRequestHeader("Content-Type", "application/octet-stream");
    request.upload.onprogress = (event) => told(Math.round((100 * event.loaded) / event.total));
    request.onerror = () => reject(new Error("The server does not answer. Try again in a moment."));
    request.onload = () => {
      if (request.status === 201) return resolve(JSON.parse(request.responseText) as PictureOut);
      if (request.status === 413) return reject(new Error("This file is too large: up to 120 MB are taken."));
      try {
        const said = JSON.parse(request.responseText) as { title: string; errors?: { message: string; accepted: string }[] };
        const fault = said.errors?.[0];
        reject(new Error(fault ? `${file.name} ${fault.message}. Accepted: ${fault.accepted}.` : said.title));
      } catch {
        reject(new Error("The file could not be handed in."));
      }
    };
    request.send(file);
  });
}
