import createClient from "openapi-fetch";
import type { paths } from "./schema";
import type { Fault } from "./types";

// Every write says what form it is in, also one without a body: the server takes no other.
export const api = createClient<paths>({ baseUrl: "", headers: { "Content-Type": "application/json" } });

/** One place an edit changes: as it was before both, as it stands, and as it was wanted; `both` if the other changed it too. */
export interface Difference {
  edit: number;
  label: string;
  place: string;
  before: string;
  theirs: string;
  yours: string;
  both: boolean;
}

/** What the server said was wrong: a problem document, or that it did not answer at all (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly detail: string,
    readonly faults: Fault[],
    readonly version?: number,
    readonly differences: Difference[] = [],
  ) {
    super(title);
  }

  /** Worth trying again by itself: nobody answered, or the database is away for the moment. */
  get passing(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }
}

interface ProblemBody {
  title?: string;
  detail?: string;
  errors?: Fault[];
  version?: number;
  differences?: Difference[];
}

/** The data of an answer, or a thrown {@link Problem}. */
export async function unwrap<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer;
  try {
    answer = await call;
  } catch {
    throw new Problem(0, "The server does not answer", "Nothing was sent. What you typed stays in its field: send it again when the server is there.", []);
  }
  if (answer.response.status === 413) throw new Problem(413, "That is too large", "A piece is a small file: up to 512 kB.", []);
  if (answer.error !== undefined || !answer.response.ok) {
    const body = (answer.error ?? {}) as ProblemBody;
    throw new Problem(
      answer.response.status,
      body.title ?? answer.response.statusText,
      body.detail ?? "",
      body.errors ?? [],
      body.version,
      body.differences,
    );
  }
  return answer.data as T;
}
