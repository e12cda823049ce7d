import { ArrowDown, ArrowUp } from "lucide-react";
import { useEffect, useState } from "react";
import { useMedia } from "../drawing/useMedia";
import { NARROW } from "../shell/narrow";

/** A page on a phone may be so many screens tall before it gets a way to its end. */
const SCREENS = 3;

/** On a phone, where a page is long: to its end by one tap, and back to its top from there. */
export function ToTheEnd() {
  const narrow = useMedia(NARROW);
  const [long, setLong] = useState(false);
  const [down, setDown] = useState(false);
  useEffect(() => {
    if (!narrow) return;
    const page = document.documentElement;
    let asked = 0;
    const measure = () => {
      asked = 0;
      setLong(page.scrollHeight > SCREENS * window.innerHeight);
      setDown(window.scrollY + window.innerHeight > page.scrollHeight - window.innerHeight);
    };
    measure();
    const soon = () => {
      asked ||= requestAnimationFrame(measure);
    };
    // A page fills the screen whatever is in it: how long it is changes with what comes into it.
    const observer = new MutationObserver(soon);
    observer.observe(document.body, { childList: true, subtree: true });
    window.addEventListener("scroll", soon, { passive: true });
    window.addEventListener("resize", soon);
    return () => {
      cancelAnimationFrame(asked);
      observer.disconnect();
      window.removeEventListener("scroll", soon);
      window.removeEventListener("resize", soon);
    };
  }, [narrow]);
  if (!narrow || !long) return null;
  const to = down ? 0 : document.documentElement.scrollHeight;
  return (
    <button
      type="button"
      className="to-the-end"
      aria-label={down ? "To the top of the page" : "To the end of the page"}
      onClick={() => window.scrollTo({ top: to })}
    >
      {down ? <ArrowUp size={18} aria-hidden /> : <ArrowDown size={18} aria-hidden />}
    </button>
  );
}
