import { useRef, useState } from "react";
import { bringPicture } from "../api/bringPicture";
import { Problem } from "../shell/Problem";

/** More than this the log does not take with one print. */
const MOST = 20;

/** Photographs of the print itself: a fault, the wall it hangs on. They are pictures of the account like others. */
export function Photographs(props: { of: string[]; onChange: (change: (of: string[]) => string[]) => void }) {
  const { of, onChange } = props;
  const [coming, setComing] = useState<{ name: string; share: number } | null>(null);
  const [problem, setProblem] = useState("");
  const chooser = useRef<HTMLInputElement>(null);
  const bring = async (file: File) => {
    setProblem("");
    setComing({ name: file.name, share: 0 });
    try {
      const { id } = await bringPicture(file, (share) => setComing({ name: file.name, share }));
      onChange((now) => (now.includes(id) ? now : [...now, id]));
    } catch (error) {
      setProblem((error as Error).message);
    } finally {
      setComing(null);
    }
  };
  return (
    <section aria-label="Photographs">
      <h3 className="mb-1 text-[15px]">Photographs</h3>
      {of.length > 0 && (
        <ul className="mb-1.5 flex flex-wrap gap-2">
          {of.map((id, at) => (
            <Photograph
              key={id}
              id={id}
              number={at + 1}
              onRemove={() => onChange((now) => now.filter((one) => one !== id))}
            />
          ))}
        </ul>
      )}
      <button
        type="button"
        className="plain-button"
        disabled={coming !== null || of.length >= MOST}
        onClick={() => chooser.current?.click()}
      >
        Add a photograph
      </button>
      <input
        ref={chooser}
        type="file"
        hidden
        accept="image/*,.tif,.tiff"
        aria-label="A photograph of the print"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file) void bring(file);
        }}
      />
      {coming && (
        <p role="status" className="truncate" dir="auto">
          {coming.name}: {Math.round(100 * coming.share)} %
        </p>
      )}
      {problem && <Problem message={problem} />}
    </section>
  );
}

function Photograph(props: { id: string; number: number; onRemove: () => void }) {
  const [gone, setGone] = useState(false);
  return (
    <li className="w-24">
      {gone ? (
        <p className="soft grid h-16 place-items-center border border-dashed text-center">deleted</p>
      ) : (
        <a href={`/pictures/${props.id}`}>
          <img
            src={`/api/pictures/${props.id}/small.jpg`}
            alt={`Photograph ${props.number}`}
            className="h-16 w-24 object-cover"
            onError={() => setGone(true)}
          />
        </a>
      )}
      <button
        type="button"
        className="min-h-6 underline"
        aria-label={`Leave out photograph ${props.number}`}
        onClick={props.onRemove}
      >
        Leave out
      </button>
    </li>
  );
}
