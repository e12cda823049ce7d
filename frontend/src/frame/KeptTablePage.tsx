import type { ReactNode } from "react";
import type { useKeptTable } from "../api/useKeptTable";
import { TopBar } from "./TopBar";
import { Coming } from "../shell/Coming";
import { KeptWords } from "../shell/KeptWords";
import { TableFile } from "../fields/TableFile";

/** The page of a table that a studio keeps: what it is for, whether it is saved, in and out as CSV, back to the examples. */
export function KeptTablePage<Table>(props: {
  title: string;
  says: ReactNode;
  /** What cannot be fetched where it cannot: "The stock". */
  what: string;
  csv: { href: string; label: string };
  held: Pick<
    ReturnType<typeof useKeptTable<Table>>,
    "kept" | "takeIn" | "forget" | "problem" | "saving" | "away"
  >;
  /** Fields that are of the table as a whole. */
  fields?: ReactNode;
  /** What the button says that adds a row. */
  another: string;
  onAnother: () => void;
  children: ReactNode;
}) {
  const { kept, takeIn, forget, problem, saving, away } = props.held;
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <header>
          {/* What can be done comes with the table, into room that is kept for it: nothing else moves. */}
          <div className="flex min-h-[3.25rem] flex-wrap items-end gap-3">
            <h1 className="min-w-0 flex-[1_1_16rem] text-2xl font-semibold">{props.title}</h1>
            {kept.data && (
              <>
                <span
                  role="status"
                  className="soft w-16 pb-1.5 text-right"
                  data-saving={saving ? "going" : "saved"}
                >
                  {saving ? "saving …" : "saved"}
                </span>
                {props.fields}
                {kept.data.version > 0 && (
                  <button type="button" className="plain-button" onClick={forget}>
                    Reset to examples
                  </button>
                )}
                <TableFile {...props.csv} onText={takeIn} />
                <button type="button" className="strong-button" onClick={props.onAnother}>
                  {props.another}
                </button>
              </>
            )}
          </div>
          <p className="max-w-3xl">{props.says}</p>
        </header>
        <Coming query={kept} what={props.what} />
        <KeptWords problem={problem} away={away} />
        {props.children}
      </main>
    </>
  );
}
