import type { PriceList, PriceLists } from "../api/types";
import { KeptTablePage } from "../frame/KeptTablePage";
import { ListCard } from "./ListCard";
import "./prices.css";
import { usePrices } from "./usePrices";

/** What prints cost: by size, by area, by medium and edge, and what is done to them after. */
export function PricesPage() {
  const held = usePrices();
  const { change } = held;
  const table = held.kept.data?.table;
  return (
    <KeptTablePage
      title="Prices"
      says="What this studio asks for its prints. The most particular price that fits counts: one for this size, else for this medium and edge, else for this medium, else for any. A job’s bill shows how each line comes about."
      what="The price lists"
      csv={{ href: "/api/prices.csv", label: "A table of the prices" }}
      held={held}
      another="Another price list"
      onAnother={() => change((now) => ({ ...now, lists: [...now.lists, fresh(now)] }))}
    >
      {table && !table.lists.length && (
        <p className="text-lg">There is no price list yet: begin with another one, or take in a table.</p>
      )}
      <ul className="grid items-start gap-3">
        {table?.lists.map((list, index) => (
          <ListCard
            key={list.key || index}
            list={list}
            standard={table.standard === list.key}
            onStandard={() => change((now) => ({ ...now, standard: list.key }))}
            onChange={(by) => change((now) => withList(now, index, by))}
          />
        ))}
      </ul>
    </KeptTablePage>
  );
}

/** The lists with one changed, or taken out (null). */
function withList(table: PriceLists, index: number, by: (list: PriceList) => PriceList | null): PriceLists {
  return {
    ...table,
    lists: table.lists.flatMap((one, at) => (at === index ? (by(one) ?? []) : [one])),
  };
}

/** A list under a name that no other has. */
function fresh(table: PriceLists): PriceList {
  const names = new Set(table.lists.map(({ name }) => name.toLowerCase()));
  let number = 1;
  while (names.has(`price list ${number}`)) number += 1;
  const currency = table.lists[0]?.currency ?? "€";
  return {
    key: "", name: `Price list ${number}`, currency, tax_rate: 0, tax_included: true, lines: [], discounts: [],
  }; // oxfmt-ignore
}
