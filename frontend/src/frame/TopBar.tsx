import type { ReactNode } from "react";
import { Link, NavLink, useLocation } from "react-router";
import { AccountMenu } from "../session/AccountMenu";
import { LightPick, UnitPick } from "../session/preferencePicks";
import { useHelp } from "../shell/help";
import { Shelf } from "../shell/Shelf";
import { useFinder } from "./finderStore";
import { SHELVES } from "./places";

/** The line above every place: where you are, units, light, and what the place adds. */
export function TopBar({
  where,
  places = true,
  children,
}: {
  where?: ReactNode;
  places?: boolean;
  children?: ReactNode;
}) {
  const { pathname } = useLocation();
  const ask = useHelp((help) => help.ask);
  const find = useFinder((finder) => finder.ask);
  const here = SHELVES.flatMap(([, shelved]) => shelved).find(({ to }) => to === pathname);
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-1 px-5 pt-2 pb-1 max-md:gap-x-2 max-md:px-3.5">
      <Link
        to="/"
        className={`figure text-[21px] font-semibold tracking-wider ${places ? "" : "max-md:hidden"}`}
        aria-label="Zollstock, all jobs"
      >
        ZOLLSTOCK
      </Link>
      <nav aria-label="Places" className="flex gap-1 max-lg:order-last max-lg:basis-full" hidden={!places}>
        <NavLink to="/" end className="place-link">
          Jobs
        </NavLink>
        {SHELVES.map(([word, shelved]) => (
          <Shelf
            key={word}
            word={word}
            label={word}
            places={shelved}
            className="place-link"
            here={here !== undefined && shelved.includes(here)}
          />
        ))}
      </nav>
      {places && here && <span className="soft">/ {here.name}</span>}
      <div className={`min-w-0 flex-1 max-md:basis-full ${places ? "max-md:order-last" : ""}`}>{where}</div>
      {children}
      {/* On a phone they stand with the account, so that the print is seen before a third row. */}
      <div className="contents max-md:hidden">
        <UnitPick />
        <div className="contents max-xl:hidden">
          <LightPick />
        </div>
      </div>
      <button
        type="button"
        className={`plain-button !px-2.5 ${places ? "" : "max-md:hidden"}`}
        aria-label="Go to a job, a print, a place"
        title="Find a job, a print, a place, or what this page does: /"
        onClick={find}
      >
        /
      </button>
      <button
        type="button"
        className={`plain-button !px-2.5 ${places ? "" : "max-md:hidden"}`}
        aria-label="Help, and the keys of this page"
        title="Help, and the keys of this page: ?"
        onClick={ask}
      >
        ?
      </button>
      <AccountMenu />
    </header>
  );
}
