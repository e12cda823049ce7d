import type { Lab, Labs } from "../api/types";
import { KeptText } from "../fields/KeptText";
import { KeptTablePage } from "../frame/KeptTablePage";
import { LabCard } from "./LabCard";
import "./labs.css";
import { useLabs } from "./useLabs";

/** Whom prints are sent to: what each lab takes, what it does to a file, what it asks for it. */
export function LabsPage() {
  const held = useLabs();
  const { change } = held;
  const table = held.kept.data?.table;
  return (
    <KeptTablePage
      title="Labs"
      says="Whom this studio sends prints to. A print that is planned for a lab says before it is sent what that would do to the file, and takes the change that makes it unnecessary."
      what="The labs"
      csv={{ href: "/api/labs.csv", label: "A table of the labs" }}
      held={held}
      fields={
        table && (
          <KeptText
            label="Currency"
            value={table.currency}
            most={8}
            className="w-24"
            onPut={(currency) => change((now) => ({ ...now, currency }))}
          />
        )
      }
      another="Another lab"
      onAnother={() => change((now) => ({ ...now, labs: [...now.labs, fresh(now)] }))}
    >
      {table && !table.labs.length && (
        <p className="text-lg">There is no lab yet: begin with another one, or take in a table.</p>
      )}
      <ul className="grid items-start gap-3 xl:grid-cols-2">
        {table?.labs.map((lab, index) => (
          <LabCard
            key={lab.key || index}
            lab={lab}
            currency={table.currency}
            onChange={(by) => change((now) => withLab(now, index, by))}
          />
        ))}
      </ul>
    </KeptTablePage>
  );
}

/** The labs with one changed, or taken out (null). */
function withLab(table: Labs, index: number, by: (lab: Lab) => Lab | null): Labs {
  return { ...table, labs: table.labs.flatMap((one, at) => (at === index ? (by(one) ?? []) : [one])) };
}

/** A lab under a name that no other has. */
function fresh(table: Labs): Lab {
  const names = new Set(table.labs.map(({ name }) => name.toLowerCase()));
  let number = 1;
  while (names.has(`new lab ${number}`)) number += 1;
  return {
    key: "", name: `New lab ${number}`, formats: ["jpeg"], most_bytes: null, most_px: null, grid_ppi: null,
    profile: "srgb", ink_limit: null, fits: "crops-centre", sharpens: false, borders: false, days: 0, sizes: [],
    book: null, address: "", notes: "",
  }; // oxfmt-ignore
}
