import type { ReactNode } from "react";
import { Link } from "react-router";
import { TopBar } from "../frame/TopBar";
import { useSession } from "../session/useSession";

/** A page to read: under the top line, or before the door under a line that leads back to it. */
export function HelpFrame({ children }: { children: ReactNode }) {
  const session = useSession();
  return (
    <>
      {session.data ? (
        <TopBar />
      ) : (
        <header className="flex flex-wrap items-baseline gap-x-4 px-5 pt-3 pb-2">
          <Link to="/" className="figure text-[21px] font-semibold tracking-wider" aria-label="Zollstock">
            ZOLLSTOCK
          </Link>
          <span className="flex-1" />
          <Link to="/" className="plain-button inline-flex items-center">
            Sign in
          </Link>
        </header>
      )}
      <main className="reading">{children}</main>
    </>
  );
}
