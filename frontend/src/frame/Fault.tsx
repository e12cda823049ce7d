import { Link } from "react-router";
import type { FallbackProps } from "react-error-boundary";
import { TopBar } from "./TopBar";

/** Instead of a page that has failed: what is safe, and the ways on. */
export function Fault({ error, resetErrorBoundary }: FallbackProps) {
  // A place that cannot be fetched is not the place's fault.
  const away = error instanceof Error && /import|module|fetch/i.test(error.message);
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-lg space-y-4 p-10" role="alert">
        <h1 className="text-xl font-semibold">
          {away ? "This page could not be fetched" : "Something went wrong on this page"}
        </h1>
        <p>
          What was saved is safe, and what was not saved yet is kept in this browser.{" "}
          {away
            ? "There is no connection, or Zollstock was renewed meanwhile."
            : "It was written down for the people who run this place."}
        </p>
        <div className="flex flex-wrap gap-2">
          {/* What could not be fetched once is not asked for again by the browser: only the whole page is. */}
          {!away && (
            <button type="button" className="strong-button" onClick={resetErrorBoundary}>
              Try again
            </button>
          )}
          <button
            type="button"
            className={away ? "strong-button" : "plain-button"}
            onClick={() => location.reload()}
          >
            Load the page anew
          </button>
          <Link className="plain-button inline-flex items-center" to="/">
            To the jobs
          </Link>
        </div>
      </main>
    </>
  );
}
