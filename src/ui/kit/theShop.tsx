'use client';
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { minorText, parseMinor, type Currency } from '@/core/money/minor';

interface TheShop extends Currency {
  /** IANA name of its zone. */
  zone: string;
  /** How machines at the benches reach it over https; no addresses: they do not. */
  bench: { origins: string[]; plain: string[]; pin: string; fingerprint: string };
}

/** Somebody who works at a bench. */
export interface Hand {
  id: string;
  name: string;
}
interface People {
  me: string;
  hands: readonly Hand[];
}

const Here = createContext<TheShop | null>(null);
const Around = createContext<People | null>(null);

/** The shop around. @throws Error outside `InShop`: money would be printed in no currency, times in no zone */
export function useShop(): TheShop {
  const shop = useContext(Here);
  if (!shop) throw new Error('useShop wants <InShop> around it');
  return shop;
}

/** The shop's money and zone, from its rules, and who works there, for everything inside. */
export function InShop({
  shop,
  me,
  hands,
  children,
}: {
  shop: TheShop;
  me: string;
  hands: readonly Hand[];
  children: ReactNode;
}) {
  const { sign, decimals, zone, bench } = shop;
  const { pin } = bench;
  const origins = bench.origins.join(',');
  const plain = bench.plain.join(',');
  const value = useMemo(
    () => ({
      sign,
      decimals,
      zone,
      bench: {
        pin,
        fingerprint: bench.fingerprint,
        origins: origins ? origins.split(',') : [],
        plain: plain ? plain.split(',') : [],
      },
    }),
    [sign, decimals, zone, pin, origins, plain, bench.fingerprint],
  );
  const people = useMemo(() => ({ me, hands }), [me, hands]);
  return (
    <Here value={value}>
      <Around value={people}>{children}</Around>
    </Here>
  );
}

/** Everybody else who works at a bench. */
export function useOtherHands(): readonly Hand[] {
  const people = useContext(Around);
  if (!people) throw new Error('useOtherHands wants <InShop> around it');
  const { me, hands } = people;
  return useMemo(() => hands.filter(({ id }) => id !== me), [me, hands]);
}

export const useZone = () => useShop().zone;

/** How this shop's money is written and read. Amounts are minor units. */
export function useMoney() {
  const { sign, decimals } = useShop();
  return useMemo(
    () => ({
      sign,
      decimals,
      /** "1 234.50" */
      text: (minor: number) => minorText(Math.round(minor), decimals),
      /** "+12.00", "−3.40" */
      signed: (minor: number) => minorText(Math.round(minor), decimals, true),
      /** As it stands in a field, nothing but digits, a point and a minus. */
      field: (minor: number) => (minor / 10 ** decimals).toFixed(decimals),
      /** null: not an amount. */
      parse: (text: string) => parseMinor(text, decimals),
    }),
    [sign, decimals],
  );
}

export const useSign = () => useShop().sign;

/** The sign where it is printed. */
export function Sign() {
  return <>{useSign()}</>;
}

/** An amount where it is printed; `plus`: positive ones carry their sign. */
export function Money({ minor, plus = false }: { minor: number; plus?: boolean }) {
  const money = useMoney();
  return <>{plus ? money.signed(minor) : money.text(minor)}</>;
}

/** An expected amount; from where to where it may come shows when pointed at. */
export function MoneyWithin({ minor, low, high }: { minor: number; low: number; high: number }) {
  const money = useMoney();
  return <span title={`${money.text(low)} to ${money.text(high)}`}>{money.signed(minor)}</span>;
}
