'use client';
import { createContext, useContext, type ReactNode } from 'react';

const Currency = createContext('');

/** The shop's sign for money, from its rules, for everything inside. */
export function CurrencySign({ sign, children }: { sign: string; children: ReactNode }) {
  return <Currency value={sign}>{children}</Currency>;
}

export const useSign = () => useContext(Currency);

/** The sign where it is printed. */
export function Sign() {
  return <>{useSign()}</>;
}
