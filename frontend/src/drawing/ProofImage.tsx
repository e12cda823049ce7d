import { useEffect, useRef, useState, type SVGProps } from "react";
import { pause } from "../api/away";
import { useIsAwaited } from "./awaitedProofs";

/** About two minutes; a picture that is not read by then shows when the page is opened again. */
const MOST_TRIES = 18;

/** A picture's proof, asked for again while it is not made yet: a print may be there before its picture is read. */
export function ProofImage({ href, ...rest }: SVGProps<SVGImageElement> & { href: string }) {
  return <Asked key={href} href={href} {...rest} />;
}

function Asked({ href, ...rest }: SVGProps<SVGImageElement> & { href: string }) {
  const [tries, setTries] = useState(0);
  const awaited = useIsAwaited(href);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <image
      preserveAspectRatio="none"
      {...rest}
      href={awaited ? undefined : tries ? `${href}?try=${tries}` : href}
      onError={() => {
        if (tries < MOST_TRIES) timer.current = setTimeout(() => setTries(tries + 1), pause(tries));
      }}
    />
  );
}
