/**
 * Causes that cannot be there together are states of one thing: no module is fitted, or one is dirty, never
 * both. A cause alone is independent of all others; in a choice one of `states` is there and nothing else, or
 * none of them and then the nodes of `rest`, independent again.
 */
export type Node = number | Choice;
export interface Choice {
  states: number[];
  rest: Node[];
}

/** Connected parts of some causes under a relation. */
function parts(causes: readonly number[], related: (a: number, b: number) => boolean): number[][] {
  const left = new Set(causes);
  const out: number[][] = [];
  for (const first of causes) {
    if (!left.delete(first)) continue;
    const part = [first];
    for (let i = 0; i < part.length; i++)
      for (const other of [...left])
        if (related(part[i], other)) {
          left.delete(other);
          part.push(other);
        }
    out.push(part.sort((a, b) => a - b));
  }
  return out;
}

/**
 * The causes as independent nodes, from which of them exclude which.
 * @param name of a cause, for what is refused
 * @throws RangeError when no nesting of states says the same
 */
export function treeOf(
  causes: readonly number[],
  excludes: (a: number, b: number) => boolean,
  name: (cause: number) => string = String,
): Node[] {
  return parts(causes, excludes).map((part): Node => {
    if (part.length === 1) return part[0];
    const alternatives = parts(part, (a, b) => !excludes(a, b));
    const states = alternatives.filter((own) => own.length === 1).map(([own]) => own);
    const rest = alternatives.filter((own) => own.length > 1);
    if (states.length === 0 || rest.length > 1)
      throw new RangeError(
        `causes ${part.map(name).join(', ')} exclude each other in a way that is no choice of states`,
      );
    return { states, rest: rest.length ? treeOf(rest[0], excludes, name) : [] };
  });
}

const members = new WeakMap<Choice, readonly number[]>();

/** Every cause of a node. */
export function causesOf(node: Node): readonly number[] {
  if (typeof node === 'number') return [node];
  let own = members.get(node);
  if (!own) members.set(node, (own = [...node.states, ...node.rest.flatMap(causesOf)]));
  return own;
}

/** The same nodes with only the causes kept, each under its new number. */
export function restricted(nodes: readonly Node[], renamed: (cause: number) => number | undefined): Node[] {
  return nodes.flatMap((node): Node[] => {
    if (typeof node === 'number') {
      const own = renamed(node);
      return own === undefined ? [] : [own];
    }
    const states = node.states.flatMap((cause) => renamed(cause) ?? []);
    const rest = restricted(node.rest, renamed);
    return states.length ? [{ states, rest }] : rest;
  });
}
