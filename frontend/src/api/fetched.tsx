import { useEffect, useState, type ComponentType, type ReactNode } from "react";

/**
 * A part that is fetched when it is first shown; what fails then is the failing of the part.
 *
 * Not React's own `lazy`: what was suspended is held back for 300 ms, which is longer than a page takes.
 */
export function fetched<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  meanwhile: (props: Props) => ReactNode = () => null,
): ComponentType<Props> {
  let Part: ComponentType<Props> | undefined;
  return function Fetched(props: Props) {
    const [, come] = useState(Part !== undefined);
    const [fault, setFault] = useState<unknown>(null);
    useEffect(() => {
      if (Part) return;
      load().then((part) => {
        Part = part;
        come(true);
      }, setFault);
    }, []);
    // oxlint-disable-next-line typescript/only-throw-error -- as it was thrown
    if (fault !== null) throw fault;
    return Part ? <Part {...props} /> : meanwhile(props);
  };
}
