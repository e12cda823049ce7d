import { giveKeys } from "./help";
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
  /** Heard too where Tab has reached a field, when nothing is typed after it: who walks along means the page. */
  pastFields?: boolean;
}

/** So long nothing may be typed after a key that goes past a field, ms. */
const ALONE_MS = 1000;

/** Those of a page that do something just now: they are heard, and its sheet of keys shows them. */
export function useKeys(all: readonly Key[]): readonly Key[] {
  const keys = all.filter(({ when }) => when !== false);
  // Set before the screen shows them: a key must never act on what was shown before.
  const latest = useRef(keys);
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    let alone = 0;
    const pressed = (event: KeyboardEvent) => {
      clearTimeout(alone);
      const target = event.target as HTMLElement;
      const key = latest.current.find((one) => isMeant(one, event));
      // Typing in a field is left alone.
      if (target.closest("input:not([type=range],[type=checkbox],[type=radio]), select, textarea, dialog")) {
        if (!key?.pastFields || target.dataset["walked"] !== event.key) return;
        alone = window.setTimeout(() => {
          if (target.dataset["walked"] !== event.key) return;
          // The field has its own again: the key was none of its letters.
          target.dispatchEvent(
            new KeyboardEvent("keydown", { key: "Escape", bubbles: true, cancelable: true }),
          );
          key.does?.(event);
        }, ALONE_MS);
        return;
      }
      if (!key?.does) return;
      event.preventDefault();
      key.does(event);
    };
    window.addEventListener("keydown", pressed);
    const takeKeys = giveKeys(() => latest.current);
    return () => {
      takeKeys();
      clearTimeout(alone);
      window.removeEventListener("keydown", pressed);
    };
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
