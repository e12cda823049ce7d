import { typeset } from "../shell/typeset";
import type { Note } from "./useTyped";

/**
 * What is said about a field: how it was read, with another reading as one click, or what was not
 * understood. It lies over what follows, or stands where room is kept for it: nothing moves.
 */
export function FieldNote(props: {
  id: string;
  note: Note | null;
  onTake: (text: string) => void;
  over?: boolean;
}) {
  const { note } = props;
  return (
    <div
      id={props.id}
      className={props.over ? "field-note field-note-over" : "field-note"}
      data-kind={note?.kind}
      role={note?.kind === "wrong" ? "alert" : "status"}
    >
      {note && (
        <>
          {typeset(note.text)}
          {note.others.map((other) => (
            <button
              key={other.text}
              type="button"
              className="min-h-6 px-1 font-semibold underline"
              onClick={() => props.onTake(other.text)}
            >
              {typeset(other.label)}
            </button>
          ))}
        </>
      )}
    </div>
  );
}
