import { Problem } from "./Problem";

/** What a table that is kept has against it. A server that is away is told in the line for that, so that nothing moves. */
export function KeptWords({ problem, away }: { problem: Error | null; away: boolean }) {
  return (
    <>
      {problem && <Problem message={problem.message} />}
      <div role="status" className="away-line" hidden={!away}>
        {away && "The server does not answer. What is typed stands here, and is saved by itself."}
      </div>
    </>
  );
}
