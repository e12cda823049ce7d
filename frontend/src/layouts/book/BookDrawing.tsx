import { useEffect } from "react";
import { useSize } from "../../drawing/useSize";
import type { BookRequest } from "../../api/types";
import type { WholeProps } from "../kinds";
import "./book.css";
import { CoverDrawing } from "./CoverDrawing";
import { FlatPlan } from "./FlatPlan";
import { OpeningDrawing } from "./OpeningDrawing";

/** The opening that is looked at as large as there is room, all of them in a row below it. */
export function BookDrawing(props: WholeProps<BookRequest>) {
  const { element, width, height } = useSize<HTMLDivElement>();
  const { book } = props.page;
  const at = Math.min(props.looked ?? 0, (book?.openings.length ?? 1) - 1);
  const last = (book?.openings.length ?? 1) - 1;
  const { onLook, onPick } = props;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const by = { PageUp: -1, PageDown: 1 }[event.key];
      if (by === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      onPick(null);
      onLook(Math.min(last, Math.max(0, at + by)));
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [at, last, onLook, onPick]);
  if (!book) return null;
  const opening = book.openings[at];
  return (
    <div className="book-desk">
      <div ref={element} className="book-large">
        {width > 0 &&
          (props.step === "cover" ? (
            <CoverDrawing cover={book.cover} layout={props.layout} width={width} height={height} />
          ) : (
            opening && (
              <OpeningDrawing
                {...props}
                key={opening.first}
                book={book}
                opening={opening}
                width={width}
                height={height}
              />
            )
          ))}
      </div>
      <FlatPlan
        openings={book.openings}
        layout={props.layout}
        at={at}
        onLook={(next) => {
          onPick(null);
          onLook(next);
        }}
      />
    </div>
  );
}
