export type Tree = Record<string, unknown>;

export const valueAt = (tree: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>((node, key) => (node as Tree | undefined)?.[key], tree);

/** The tree with a value put in, or taken out (undefined), and no empty branches left. */
export function withValue(tree: Tree, path: readonly string[], value: unknown): Tree {
  const [key, ...rest] = path;
  const child = rest.length ? withValue((tree[key] as Tree | undefined) ?? {}, rest, value) : value;
  const { [key]: _, ...others } = tree;
  const empty = child === undefined || (rest.length > 0 && Object.keys(child as Tree).length === 0);
  return empty ? others : { ...others, [key]: child };
}
