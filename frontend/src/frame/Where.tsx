import { Fragment, type ReactNode } from "react";
import { Link } from "react-router";

/** A name of so few letters needs less room than is kept for any other. */
const SHORT = 10;

/** In the line above a place: the ways back, and what is here. */
export function Where(props: {
  back?: { to: string; name: string }[];
  here: string | undefined;
  children?: ReactNode;
}) {
  return (
    <nav aria-label="Where you are" className="flex min-w-0 items-center gap-2">
      {props.back?.map(({ to, name }) => (
        <Fragment key={to}>
          <Link
            to={to}
            // What is here is read more often than where it is from: it gives room only after that.
            className={`soft max-w-60 shrink-[9999] truncate leading-6 hover:underline max-xl:max-w-24 ${
              name.length > SHORT ? "min-w-20" : ""
            }`}
            dir="auto"
            title={name}
          >
            {name}
          </Link>
          <span className="soft">/</span>
        </Fragment>
      ))}
      <b className="truncate font-semibold" dir="auto" title={props.here}>
        {props.here}
      </b>
      {props.children}
    </nav>
  );
}
