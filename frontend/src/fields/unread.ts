// What was typed while the server was away, which alone can read it: kept through steps and a reload, read later.
import { useEffect, useRef, useState } from "react";
import { LatestWins } from "../api/latestWins";
import { isAway } from "../api/away";

const PREFIX = "zollstock.unread.";
export const NOT_SAVED_YET =
  "Not saved yet: the server does not answer. It is read and saved as soon as it is back.";

export function keepUnread(name: string, text: string): void {
  try {
    sessionStorage.setItem(PREFIX + name, text);
  } catch {
    // A full or forbidden storage: it stands in its field for as long as that is there.
  }
}

export function unreadOf(name: string): string | null {
  try {
    return sessionStorage.getItem(PREFIX + name);
  } catch {
    return null;
  }
}

export function dropUnread(name: string): void {
  try {
    sessionStorage.removeItem(PREFIX + name);
  } catch {
    // Nothing could be kept there either.
  }
}

/**
 * Reads what was kept under a name while its field is not on the screen, and hands it on once the server is back.
 * Returns the text for as long as it waits.
 */
export function useUnread<Value>(given: {
  name: string;
  /** Not while the field itself asks. */
  active: boolean;
  read: (text: string) => Promise<Value>;
  onRead: (value: Value) => void;
}): string | null {
  const { name, active } = given;
  const now = useRef(given);
  useEffect(() => {
    now.current = given;
  });
  const [dealtWith, setDealtWith] = useState<string | null>(null);
  const kept = active ? unreadOf(name) : null;
  const text = kept === dealtWith ? null : kept;
  useEffect(() => {
    if (text === null) return;
    let gone = false;
    const over = () => {
      if (unreadOf(name) === text) dropUnread(name);
      setDealtWith(text);
    };
    const line = new LatestWins<string, Value>(
      // Whoever goes back to the field has it asked there.
      (asked) => (gone ? Promise.reject(new Error("gone")) : now.current.read(asked)),
      (value) => {
        if (gone) return;
        over();
        now.current.onRead(value);
      },
      (error) => {
        if (!gone && !isAway(error)) over();
      },
    );
    line.put(text);
    return () => {
      gone = true;
    };
  }, [name, text]);
  return text;
}
