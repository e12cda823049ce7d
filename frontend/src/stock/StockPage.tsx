import type { Stock, StockMedium } from "../api/types";
import { KeptTablePage } from "../frame/KeptTablePage";
import { KeptText } from "../fields/KeptText";
import { MediumCard } from "./MediumCard";
import { useStock } from "./useStock";

/** What is printed on: every medium with its rolls and sheets, what is left of each, and what it costs. */
export function StockPage() {
  const held = useStock();
  const { change } = held;
  const stock = held.kept.data?.table;
  return (
    <KeptTablePage
      title="Stock"
      says="What this studio prints on. The bench offers these media; roll and sheet layouts use these papers, and book off what they took."
      what="The stock"
      csv={{ href: "/api/stock.csv", label: "A table of the stock" }}
      held={held}
      fields={
        stock && (
          <KeptText
            label="Currency"
            value={stock.currency}
            most={8}
            className="w-24"
            onPut={(currency) => change((now) => ({ ...now, currency }))}
          />
        )
      }
      another="Another medium"
      onAnother={() => change((now) => ({ ...now, media: [...now.media, fresh(now)] }))}
    >
      {stock && !stock.media.length && (
        <p className="text-lg">Nothing is in stock yet: begin with another medium, or take in a table.</p>
      )}
      <ul className="grid items-start gap-3 xl:grid-cols-2">
        {stock?.media.map((medium, index) => (
          <MediumCard
            key={index}
            medium={medium}
            currency={stock.currency}
            onChange={(by) => change((now) => withMedium(now, index, by))}
          />
        ))}
      </ul>
    </KeptTablePage>
  );
}

/** The stock with one medium changed, or taken out (null). */
function withMedium(stock: Stock, index: number, by: (medium: StockMedium) => StockMedium | null): Stock {
  return { ...stock, media: stock.media.flatMap((one, at) => (at === index ? (by(one) ?? []) : [one])) };
}

/** A medium under a name that no other has. */
function fresh(stock: Stock): StockMedium {
  const names = new Set(stock.media.map(({ name }) => name.toLowerCase()));
  let number = 1;
  while (names.has(`new medium ${number}`)) number += 1;
  return {
    name: `New medium ${number}`,
    surface: "",
    factor: 1,
    key: "",
    spread: null,
    note: "",
    rolls: [],
    sheets: [],
  };
}
