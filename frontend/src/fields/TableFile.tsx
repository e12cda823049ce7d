import { useRef } from "react";

/** More of a table than this is refused by the server, in words. */
const MOST_TABLE = 600_000;

/** A table that a studio keeps as a file: out as CSV, and one taken in its place. */
export function TableFile(props: { href: string; label: string; onText: (text: string) => void }) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <a className="plain-button inline-flex items-center" href={props.href} download>
        Export CSV
      </a>
      <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
        Import CSV
      </button>
      <input
        ref={chooser}
        type="file"
        hidden
        accept=".csv,text/csv,text/plain"
        aria-label={props.label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          // One that is far too long is cut, and then refused in words like any other.
          if (file) void file.slice(0, MOST_TABLE).text().then(props.onText);
        }}
      />
    </>
  );
}
