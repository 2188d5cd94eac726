type Child = Node | string | null | undefined | false;
type Attrs = Record<string, string | boolean | ((event: Event) => void) | undefined>;

/** An element: attributes, listeners under "onclick", children. */
export function el<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attrs: Attrs = {},
  ...children: Child[]
): HTMLElementTagNameMap[K] {
  const made = document.createElement(tag);
  Object.keys(attrs).forEach((name) => {
    const value = attrs[name];
    if (typeof value === 'function') made.addEventListener(name.slice(2), value);
    else if (value === true) made.setAttribute(name, '');
    else if (typeof value === 'string') made.setAttribute(name, value);
  });
  add(made, ...children);
  return made;
}

export function add(to: Node, ...children: Child[]): void {
  children.forEach((child) => {
    if (child) to.appendChild(typeof child === 'string' ? document.createTextNode(child) : child);
  });
}

export function fill(to: Element, ...children: Child[]): void {
  while (to.firstChild) to.removeChild(to.firstChild);
  add(to, ...children);
}

export const button = (words: string, act: () => void, className = ''): HTMLButtonElement =>
  el('button', { type: 'button', class: className, onclick: act }, words);
