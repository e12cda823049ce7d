import { Link } from "react-router";
import { SHELVES } from "../frame/places";
import { HelpFrame } from "./HelpFrame";
import { STEPS } from "./steps";
import "./help.css";

const PICTURES = import.meta.glob<string>("./pictures/*.jpg", {
  query: "?url",
  import: "default",
  eager: true,
});

/** How the work goes: the seven steps with a picture each from the demo, then the other places. */
export function HowItWorksPage() {
  return (
    <HelpFrame>
      <h1 className="text-2xl font-semibold">How it works</h1>
      <p className="max-w-[62ch]">
        From a picture and a wanted print to the file that fits, in seven steps. They stand on the folding
        rule at the top of the bench and may be taken in any order: whatever you change, everything after it
        follows, and every figure shows how it was worked out. Nothing needs saving; everything can be undone.
      </p>
      <ol className="how-steps">
        {STEPS.map(({ step, title, says, read }, index) => (
          <li key={step}>
            <div>
              <h2 className="text-lg font-semibold">
                {index + 1} {title}
              </h2>
              <p>{says}</p>
              <Link className="underline" to={`/handbook/${read}`}>
                More on {title.toLowerCase()}
              </Link>
            </div>
            <img
              src={PICTURES[`./pictures/${step}.jpg`]}
              alt={`The step ${title} on the bench`}
              width={1024}
              height={640}
              loading="lazy"
            />
          </li>
        ))}
      </ol>
      <h2 className="text-lg font-semibold">Then</h2>
      <ul className="how-places">
        <li>
          <b className="font-semibold">More from this print</b>, key F on the bench: compare sizes, look at
          100 %, the proof, layouts (
          <Link className="underline" to="/handbook/tiles">
            tiles
          </Link>
          ,{" "}
          <Link className="underline" to="/handbook/panels">
            panels and hanging
          </Link>
          ,{" "}
          <Link className="underline" to="/handbook/id-photos">
            ID photos
          </Link>
          ,{" "}
          <Link className="underline" to="/handbook/roll">
            a roll
          </Link>
          ).
        </li>
        <li>
          <b className="font-semibold">New batch</b>: many pictures in many sizes,{" "}
          <Link className="underline" to="/handbook/batch">
            all files at once
          </Link>
          .
        </li>
        {SHELVES.map(([word, places]) => (
          <li key={word}>
            <b className="font-semibold">{word}</b>:{" "}
            {places.map(({ name }) => name.toLowerCase().replace("id ", "ID ")).join(", ")}.
          </li>
        ))}
        <li>
          <b className="font-semibold">What is this?</b> A small question mark beside a word, and every
          figure, tells it by hover, focus and tap; a button by a finger that is held on it. The key{" "}
          <kbd>?</kbd> says where you are and which keys work there.
        </li>
      </ul>
      <p>
        <Link className="strong-button inline-flex items-center" to="/">
          Begin
        </Link>
      </p>
    </HelpFrame>
  );
}
