import { isAway } from "../api/away";
import { Problem } from "../shell/Problem";

/** Why leaving did not work, and what is as it was. */
export function NotLeft({ error, still }: { error: Error | null; still: string }) {
  if (!error) return null;
  return <Problem message={`${isAway(error) ? "The server does not answer." : error.message} ${still}`} />;
}
