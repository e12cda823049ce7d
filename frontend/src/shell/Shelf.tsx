import { giveFocusTo } from "./Dialog";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { Link } from "react-router";

export interface ShelfPlace {
  to: string;
  name: string;
  /** What one does there, in a sentence. */
  says: string;
  /** The key that leads there. */
  keyName?: string;
  /** It is a file, and comes to whoever asks. */
  download?: boolean;
}

/** A word that opens a small shelf of places, each with a sentence. */
export function Shelf(props: {
  word: ReactNode;
  label: string;
  places: readonly ShelfPlace[];
  className: string;
  /** One of its places is where one is. */
  here?: boolean;
  /** Whether it opens at the right edge of its word. */
  right?: boolean;
  /** Asked from elsewhere, by a key: opens when the number changes. */
  asked?: number;
}) {
  const [open, setOpen] = useState(false);
  const [answered, setAnswered] = useState(props.asked ?? 0);
  const shelf = useRef<HTMLDivElement>(null);
  // Who opens it by a key, wherever the focus is, goes on from there.
  const before = useRef<Element | null>(null);
  if ((props.asked ?? 0) !== answered) {
    setAnswered(props.asked ?? 0);
    setOpen(true);
  }
  useEffect(() => {
    if (!open) return;
    const leave = (event: PointerEvent) => {
      if (!shelf.current?.contains(event.target as Node)) setOpen(false);
    };
    document.addEventListener("pointerdown", leave);
    return () => document.removeEventListener("pointerdown", leave);
  }, [open]);
  useEffect(() => {
    if (!open) return;
    before.current = document.activeElement;
    shelf.current?.querySelector("a")?.focus();
  }, [open]);
  return (
    <div
      ref={shelf}
      className="relative"
      onKeyDown={(event) => {
        if (!open) return;
        const links = [...(shelf.current?.querySelectorAll("a") ?? [])];
        const at = links.indexOf(document.activeElement as HTMLAnchorElement);
        const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
        if (event.key === "Escape") {
          setOpen(false);
          giveFocusTo(before.current);
        } else if (way) links[(at + way + links.length) % links.length]?.focus();
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
      onBlur={(event) => {
        if (open && event.relatedTarget && !event.currentTarget.contains(event.relatedTarget)) setOpen(false);
      }}
    >
      <button
        type="button"
        className={props.className}
        aria-expanded={open}
        data-here={props.here || undefined}
        onClick={() => setOpen(!open)}
      >
        {props.word}
      </button>
      {open && (
        <nav aria-label={props.label} className="shelf" data-right={props.right || undefined}>
          <ul>
            {props.places.map((place) => (
              <li key={place.to}>
                {place.download ? (
                  <a href={place.to} className="shelf-place" download onClick={() => setOpen(false)}>
                    <PlaceWords {...place} />
                  </a>
                ) : (
                  <Link to={place.to} className="shelf-place" onClick={() => setOpen(false)}>
                    <PlaceWords {...place} />
                  </Link>
                )}
              </li>
            ))}
          </ul>
        </nav>
      )}
    </div>
  );
}

function PlaceWords({ name, says, keyName }: ShelfPlace) {
  return (
    <>
      <span className="flex justify-between gap-3">
        <b className="font-semibold">{name}</b>
        {keyName && <kbd className="soft">{keyName}</kbd>}
      </span>
      <span className="soft">{says}</span>
    </>
  );
}
