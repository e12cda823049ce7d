import { useEffect, useLayoutEffect, useRef } from "react";

/** A key of a page: how its sheet of keys names it, what it does, and the doing of it. */
export interface Key {
  keys: string;
  what: string;
  /** What is heard for it, in small letters; nothing where an element that has the focus takes it by itself. */
  hears?: readonly string[] | ((event: KeyboardEvent) => boolean);
  /** With Ctrl, or Cmd. */
  command?: boolean;
  does?: (event: KeyboardEvent) => void;
  /** Whether it does something here just now. */
  when?: boolean;
}

/** Those of a page that do something just now: they are heard, and its sheet of keys shows them. */
export function useKeys(all: readonly Key[]): readonly Key[] {
  const keys = all.filter(({ when }) => when !== false);
  // Set before the screen shows them: a key must never act on what was shown before.
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      // Typing in a field is left alone.
      if (target.closest("input:not([type=range],[type=checkbox],[type=radio]), select, textarea, dialog"))
        return;
      const key = latest.current.find((one) => isMeant(one, event));
      if (!key?.does) return;
      event.preventDefault();
      key.does(event);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
  return keys;
}

function isMeant({ hears, command = false }: Key, event: KeyboardEvent): boolean {
  // On many keyboards a bracket is typed with Alt, or with AltGr, which comes as Ctrl and Alt: then they mean nothing else.
  const typed = event.altKey && /^[^\p{L}\d]$/u.test(event.key);
  const held = !typed && (event.ctrlKey || event.metaKey);
  if (held !== command || (event.altKey && !typed)) return false;
  return typeof hears === "function" ? hears(event) : !!hears?.includes(event.key.toLowerCase());
}
