import { useEffect, useRef } from "react";

interface Line {
  lastWord: () => void;
}

/** Who leaves the page before the server has answered loses nothing: the last word of every line that saves is sent along. */
export function useLastWord(lines: () => Iterable<Line>): void {
  const now = useRef(lines);
  useEffect(() => {
    now.current = lines;
  });
  useEffect(() => {
    const leave = () => {
      for (const line of now.current()) line.lastWord();
    };
    window.addEventListener("pagehide", leave);
    return () => window.removeEventListener("pagehide", leave);
  }, []);
}
