'use client';
import { Money } from '../kit/theShop';
import { type MarginView } from './Shelf';

export function MarginLines({ margin }: { margin: MarginView }) {
  const few = (name: string, minor: number): [string, number, string][] => (minor ? [[name, minor, '']] : []);
  const rows: [string, number, string][] = [
    ...few('Kept from undone sales, and scrap', margin.besidesMinor),
    ['Parts', -margin.partsMinor, ''],
    [`Hands, ${Math.round(margin.minutes)} min`, -margin.labourMinor, ''],
    ['Selling fees', -margin.feesMinor, ''],
    ...few('Packing and sending', -margin.postageMinor),
    ['Left after further costs', margin.contributionMinor, 'font-bold border-ink'],
    ['Share of the lot, spent already', -margin.shareMinor, 'text-soft'],
    ['In the books', margin.profitMinor, 'font-bold border-ink'],
  ];
  return (
    <table className="w-full border-collapse">
      <tbody>
        {rows.map(([name, minor, tone]) => (
          <tr key={name} className={`border-b border-rule ${tone}`}>
            <th scope="row" className="py-0.5 text-left [font-weight:inherit]">
              {name}
            </th>
            <td className="figures text-right text-note">
              <Money minor={minor} plus />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
