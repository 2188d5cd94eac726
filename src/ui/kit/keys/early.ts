declare global {
  interface Window {
    /** Keys pressed before the page could hear them; asked once. */
    earlyKeys?: () => KeyboardEvent[];
  }
}

/** Runs before anything of the page does: keys pressed while it comes to life are kept, with when they were pressed. */
export const EARLY_KEYS = `(() => {
  const kept = [];
  const keep = (event) => void (kept.length < 200 && kept.push(event));
  addEventListener('keydown', keep, true);
  window.earlyKeys = () => {
    removeEventListener('keydown', keep, true);
    return kept.splice(0);
  };
})()`;
