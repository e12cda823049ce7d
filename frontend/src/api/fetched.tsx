import { useEffect, useState, type ComponentType, type ReactNode } from "react";

/** A part that may be fetched before it is shown: whoever knows that it will be, begins. */
export type FetchedPart<Props extends object> = ComponentType<Props> & {
  begin: () => Promise<ComponentType<Props>>;
};

/**
 * A part that is fetched when it is first shown; what fails then is the failing of the part.
 *
 * Not React's own `lazy`: what was suspended is held back for 300 ms, which is longer than a page takes.
 */
export function fetched<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  meanwhile: (props: Props) => ReactNode = () => null,
): FetchedPart<Props> {
  let there: ComponentType<Props> | undefined;
  const begin = async () => (there = await load());
  function Fetched(props: Props) {
    const [Part, come] = useState(() => there);
    const [fault, setFault] = useState<unknown>(null);
    useEffect(() => {
      if (!Part) begin().then((part) => come(() => part), setFault);
    }, [Part]);
    // oxlint-disable-next-line typescript/only-throw-error -- as it was thrown
    if (fault !== null) throw fault;
    return Part ? <Part {...props} /> : meanwhile(props);
  }
  return Object.assign(Fetched, { begin });
}
