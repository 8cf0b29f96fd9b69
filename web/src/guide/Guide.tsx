import { ArrowLeft } from "lucide-react";
import { marked } from "marked";
import { useEffect } from "react";
import { Link } from "wouter";
import text from "../../../docs/guide.md?raw";

const PICTURES = import.meta.glob<string>("../../../docs/screenshots/*.png", { query: "?url", import: "default", eager: true });

/** The guide as docs/ has it, its pictures from there too. */
const html = marked.parse(text, {
  async: false,
  walkTokens: (token) => {
    if (token.type === "image") token.href = PICTURES[`../../../docs/${token.href as string}`] ?? "";
  },
});

/** The first piece in five minutes, for each of the four who come. */
export function Guide() {
  useEffect(() => {
    document.title = "Guide · Shadbo";
  }, []);
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="border-b border-rule px-3 py-1.5">
        <Link to="/" className="btn btn-bare px-1">
          <ArrowLeft size={18} aria-hidden /> To the rack
        </Link>
      </header>
      <main className="scroll overflow-y-auto px-6 py-6" tabIndex={0} aria-label="Guide">
        <article className="guide mx-auto max-w-3xl" dangerouslySetInnerHTML={{ __html: html }} />
      </main>
    </div>
  );
}
