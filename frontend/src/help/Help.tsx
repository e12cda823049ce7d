import { useEffect } from "react";
import { Link, useLocation } from "react-router";
import { hereAt } from "../frame/places";
import { Dialog } from "../shell/Dialog";
import { keysOfPage, useHelp } from "../shell/help";
import type { Key } from "../shell/useKeys";

/** What every page takes. */
const EVERYWHERE: readonly Key[] = [
  { keys: "Tab", what: "On to the next field or button; with Shift back" },
  { keys: "Enter", what: "Take what was typed, or press the button that has the focus" },
  { keys: "Escape", what: "Give back what was there before typing, or close what lies open" },
];
/** More keys than this stand in two columns, so that all are seen at once. */
const LONG = 12;
const FIELDS = "input:not([type=range],[type=checkbox],[type=radio]), select, textarea, dialog";

/** `?` says where one is, what one does here, and which keys work. */
export function Help() {
  const { open, ask, close } = useHelp();
  const { pathname } = useLocation();
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.key !== "?" || event.defaultPrevented || (event.target as HTMLElement).closest(FIELDS))
        return;
      event.preventDefault();
      ask();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, [ask]);
  // Who goes elsewhere has read it.
  useEffect(() => close, [pathname, close]);
  if (!open) return null;
  return <Sheet pathname={pathname} onClose={close} />;
}

function Sheet({ pathname, onClose }: { pathname: string; onClose: () => void }) {
  const here = hereAt(pathname);
  const own = keysOfPage();
  const keys = own.length ? own : EVERYWHERE;
  return (
    <Dialog title={here?.name ?? "Help"} wide={keys.length > LONG} onClose={onClose}>
      {here && <p>{here.says}</p>}
      <p className="mt-1 mb-4 flex flex-wrap gap-x-5">
        <Link className="underline" to="/how-it-works">
          How it works
        </Link>
        {here && (
          <Link className="underline" to={`/handbook/${here.read}`}>
            This page in the handbook
          </Link>
        )}
      </p>
      <h3 className="mb-1.5 font-semibold">Keys</h3>
      <dl className={keys.length > LONG ? "gap-x-8 md:columns-2" : ""}>
        {keys.map(({ keys: names, what }) => (
          <div key={what} className="grid break-inside-avoid grid-cols-[130px_1fr] pb-1.5">
            <dt className="figure text-[16px] font-semibold">{names}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <p className="soft mt-3">Zollstock {__VERSION__}</p>
    </Dialog>
  );
}
