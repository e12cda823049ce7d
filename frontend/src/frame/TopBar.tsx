import type { ReactNode } from "react";
import { Link, NavLink, useLocation } from "react-router";
import { AccountMenu } from "../session/AccountMenu";
import { LightPick, UnitPick } from "../session/preferencePicks";
import { Shelf, type ShelfPlace } from "../shell/Shelf";

/** What opens from a word of the line; a word comes with its first place. */
const SHELVES: readonly (readonly [word: string, places: readonly ShelfPlace[]])[] = [
  [
    "Planning",
    [
      {
        to: "/leave-room",
        name: "Leave room",
        says: "What of the picture survives all the sizes wanted later",
      },
      {
        to: "/how-big",
        name: "How big",
        says: "The largest print of a picture, for each grade, and from where",
      },
      { to: "/sensors", name: "Cameras", says: "How large cameras print, before buying or shooting" },
    ],
  ],
  [
    "Studio",
    [
      { to: "/sizes", name: "Sizes", says: "The sizes, frames and mats that this studio works with" },
      {
        to: "/stock",
        name: "Stock",
        says: "Media, rolls and sheets: what is left of each, and what it costs",
      },
      {
        to: "/photo-rules",
        name: "ID photo rules",
        says: "What authorities ask of a photo, and when that was read",
      },
    ],
  ],
];

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
      <AccountMenu />
    </header>
  );
}
