import type { Stock, StockMedium } from "../api/types";
import { KeptText } from "../fields/KeptText";
import { TableFile } from "../fields/TableFile";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { KeptWords } from "../shell/KeptWords";
import { MediumCard } from "./MediumCard";
import { useStock } from "./useStock";

/** What is printed on: every medium with its rolls and sheets, what is left of each, and what it costs. */
export function StockPage() {
  const { kept, change, takeIn, forget, problem, saving, away } = useStock();
  const stock = kept.data?.stock;
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <div className="flex flex-wrap items-end gap-3">
          <div className="min-w-0 flex-[1_1_20rem]">
            <h1 className="text-2xl font-semibold">Stock</h1>
            <p className="max-w-3xl">
              What this studio prints on. The bench offers these media; roll and sheet layouts use these
              papers, and book off what they took.
            </p>
          </div>
          <span
            role="status"
            className="soft w-16 self-end pb-1.5 text-right"
            data-saving={saving ? "going" : "saved"}
          >
            {saving ? "saving …" : "saved"}
          </span>
          {stock && (
            <KeptText
              label="Currency"
              value={stock.currency}
              most={8}
              className="w-24"
              onPut={(currency) => change((now) => ({ ...now, currency }))}
            />
          )}
          {kept.data && kept.data.version > 0 && (
            <button type="button" className="plain-button" onClick={forget}>
              Reset to examples
            </button>
          )}
          <TableFile
            href="/api/stock.csv"
            label="A table of the stock"
            onText={(text) => void takeIn(text)}
          />
          {stock && (
            <button
              type="button"
              className="strong-button"
              onClick={() => change((now) => ({ ...now, media: [...now.media, fresh(now)] }))}
            >
              Another medium
            </button>
          )}
        </div>
        <Coming query={kept} what="The stock" />
        <KeptWords problem={problem} away={away} />
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
      </main>
    </>
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
