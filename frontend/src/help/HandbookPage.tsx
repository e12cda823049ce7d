import { useQuery } from "@tanstack/react-query";
import { useEffect, type ReactNode } from "react";
import Markdown from "react-markdown";
import { Link, useLocation, useParams } from "react-router";
import remarkGfm from "remark-gfm";
import { Coming } from "../shell/Coming";
import { HelpFrame } from "./HelpFrame";
import { slugOf, textOf } from "./slug";
import "./help.css";

const PAGES = import.meta.glob<string>("../../../docs/handbook/*.md", { query: "?raw", import: "default" });
const PICTURES = import.meta.glob<string>("../../../docs/screenshots/*.png", {
  query: "?url",
  import: "default",
});

/** The handbook's pages in the order of the work. */
const CONTENTS = [
  ["one-print", "One print"],
  ["jobs", "Jobs"],
  ["compare-sizes", "Many sizes of one picture"],
  ["batch", "A batch"],
  ["canvas", "A canvas"],
  ["tiles", "Tiles and life size"],
  ["panels", "Panels and hanging"],
  ["id-photos", "ID photos"],
  ["roll", "Roll and sheet layout"],
  ["book", "A book"],
  ["new-canvas", "A new canvas"],
  ["rescue", "The rescue bench"],
  ["log", "The log"],
  ["colour", "Colour"],
  ["devices", "Devices"],
  ["labs", "Labs"],
  ["trials", "Trials"],
  ["stock", "The stock"],
  ["keeper", "For the keeper"],
] as const;

/** A page of the handbook, as it stands in docs/handbook. */
export function HandbookPage() {
  const { page = "one-print" } = useParams();
  const { hash } = useLocation();
  const text = useQuery({
    queryKey: ["handbook", page],
    staleTime: Infinity,
    queryFn: async () => (await PAGES[`../../../docs/handbook/${page}.md`]?.()) ?? "",
  });
  const there = text.data !== undefined;
  useEffect(() => {
    if (!there) return;
    const heading = hash ? document.querySelector(`#${CSS.escape(hash.slice(1))}`) : null;
    if (heading) heading.scrollIntoView();
    else window.scrollTo(0, 0);
  }, [there, page, hash]);
  return (
    <HelpFrame>
      <div className="handbook">
        <nav aria-label="Handbook">
          <b className="block pb-1 font-semibold">Handbook</b>
          <ul>
            <li>
              <Link to="/how-it-works" className="handbook-link">
                How it works
              </Link>
            </li>
            {CONTENTS.map(([name, title]) => (
              <li key={name}>
                <Link
                  to={`/handbook/${name}`}
                  className="handbook-link"
                  aria-current={name === page ? "page" : undefined}
                >
                  {title}
                </Link>
              </li>
            ))}
          </ul>
        </nav>
        <article className="handbook-text">
          <Coming query={text} what="This page" />
          {text.data === "" && <h1 className="text-2xl font-semibold">The handbook has no such page</h1>}
          <Markdown
            remarkPlugins={[remarkGfm]}
            components={{ h2: Heading, a: Reference, img: Shot, pre: Listing }}
          >
            {text.data ?? ""}
          </Markdown>
        </article>
      </div>
    </HelpFrame>
  );
}

function Heading({ children }: { children?: ReactNode }) {
  return <h2 id={slugOf(textOf(children))}>{children}</h2>;
}

/** Longer than a phone is wide, it is moved by keys too. */
function Listing({ children }: { children?: ReactNode }) {
  return (
    <pre tabIndex={0} role="region" aria-label="Commands">
      {children}
    </pre>
  );
}

/** A link to another page of the handbook; what lies outside of it is only named. */
function Reference({ href = "", children }: { href?: string | undefined; children?: ReactNode }) {
  const page = /^([a-z-]+)\.md(#.*)?$/.exec(href);
  return page ? <Link to={`/handbook/${page[1]}${page[2] ?? ""}`}>{children}</Link> : <span>{children}</span>;
}

function Shot({ src, alt = "" }: { src?: string | undefined; alt?: string | undefined }) {
  const name = `../../../docs/screenshots/${String(src).split("/").at(-1)}`;
  const picture = useQuery({
    queryKey: ["handbook picture", name],
    staleTime: Infinity,
    queryFn: async () => (await PICTURES[name]?.()) ?? "",
  });
  return <img src={picture.data} alt={alt} width={1280} height={800} loading="lazy" />;
}
