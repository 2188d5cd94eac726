/** "Dirty contacts" inside a sentence: "dirty contacts". */
export const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** "38 %". */
export const share = (p: number) => `${Math.round(p * 100)} %`;

/** "1 unit", "3 units". */
export const many = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;
