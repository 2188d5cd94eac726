/** Why a command was refused. Wording is in the message; the code is for programs. */
export const SHOP_ERROR_CODES = [
  'invalid',
  'signed-out',
  'forbidden',
  'missing',
  'conflict',
  'refused',
  'too-large',
  'too-many',
  'busy',
  'away',
] as const;
export type ShopErrorCode = (typeof SHOP_ERROR_CODES)[number];

const STATUS: Record<ShopErrorCode, number> = {
  invalid: 400,
  'signed-out': 401,
  forbidden: 403,
  missing: 404,
  conflict: 409,
  refused: 422,
  'too-large': 413,
  'too-many': 429,
  busy: 503,
  away: 503,
};

export class ShopError extends Error {
  readonly status: number;
  /** @param details field by field, or whatever helps to put it right */
  constructor(
    readonly code: ShopErrorCode,
    message: string,
    readonly details?: Record<string, unknown>,
  ) {
    super(message);
    this.name = 'ShopError';
    this.status = STATUS[code];
  }
}
