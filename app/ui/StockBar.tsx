import { formatAboutSeeds, formatSeeds } from '#core/units/formatAmount.ts';
import type { Seeds } from '#core/kernel/kinds.ts';
import type { LineStock } from '#core/stock/lineStock.ts';
import { classes } from './classes.ts';

export type StockTerms = Omit<LineStock, 'lots'> & {
  readonly lendableLots: number;
  readonly converted: boolean;
  /** Seeds of lots that are on hold or may be too weak. */
  readonly notLent: Seeds;
};

/** What the bar needs of a line's stock. */
export function termsOf({ lots, ...stock }: LineStock): StockTerms {
  const lent = lots.filter(({ answer }) => answer.answer === 'yes');
  return {
    ...stock,
    lendableLots: lent.length,
    converted: lots.some(({ sureShare }) => sureShare < 1),
    notLent: stock.seeds - lent.reduce((sum, { seeds }) => sum + seeds, 0),
  };
}

interface Term {
  readonly name: string;
  readonly seeds: number;
  readonly look: string;
}

/** A line's seed as one bar: what may be lent, what is kept back and for what, and what cannot be counted on; with each term in words. @param isLine on the line's own page, which needs not say so */
export function StockBar({ stock, isLine = false }: { stock: StockTerms; isLine?: boolean }) {
  const terms = barTerms(stock);
  if (stock.seeds <= 0) return null;
  return (
    <div className="mt-2">
      {!isLine && <p className="text-small text-soft">All lots of this line together:</p>}
      <div aria-hidden className="flex h-3 max-w-md gap-0.5 overflow-hidden rounded-sm">
        {terms.map(({ name, seeds, look }) => (
          <div key={name} className={look} style={{ flexGrow: seeds, minWidth: 3 }} />
        ))}
      </div>
      <ul className="mt-1 flex max-w-md flex-wrap gap-x-4 text-small" aria-label={`Stock of this line, ${formatAboutSeeds(stock.seeds)}`}>
        {terms.map(({ name, seeds, look }) => (
          <li key={name} className="flex items-center gap-1.5">
            <span aria-hidden className={classes('size-2.5 shrink-0 self-start rounded-sm mt-1.5', look)} />
            {stock.converted ? formatAboutSeeds(seeds) : formatSeeds(seeds)} {name}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The terms of the bar that are not nothing: together they are all the seed of the line. */
export function barTerms(stock: StockTerms): readonly Term[] {
  const kept = Math.min(stock.usable, stock.reserve);
  const tests = Math.min(stock.usable - kept, stock.tests);
  const promised = Math.min(stock.usable - kept - tests, stock.promised);
  return [
    { name: 'can be lent', seeds: stock.lendable, look: 'bg-good' },
    { name: stock.growOuts === 1 ? 'kept for one grow-out' : `kept for ${stock.growOuts} grow-outs`, seeds: kept, look: 'bg-grain' },
    { name: 'promised to planned grow-outs', seeds: promised, look: 'bg-frost-tint border border-frost' },
    { name: 'kept for germination tests within a year', seeds: tests, look: 'bg-frost' },
    { name: 'on hold, or may be too weak', seeds: stock.notLent, look: 'bg-edge' },
    { name: 'uncertain, because it was weighed and not counted', seeds: stock.seeds - stock.notLent - stock.usable, look: 'bg-rule' },
  ].filter(({ seeds }) => seeds > 0);
}
