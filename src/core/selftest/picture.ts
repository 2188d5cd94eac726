import type { SelfTestRules } from './rules';

/**
 * Does a camera give a picture: neither black nor all of one shade.
 * @param data four bytes a pixel, red, green, blue and one more, at least one pixel
 */
export function pictureSeen(
  data: ArrayLike<number>,
  { black, oneShade }: Pick<SelfTestRules, 'black' | 'oneShade'>,
): boolean {
  let sum = 0;
  let square = 0;
  for (let i = 0; i + 2 < data.length; i += 4) {
    const grey = (data[i] + data[i + 1] + data[i + 2]) / 3;
    sum += grey;
    square += grey * grey;
  }
  const many = data.length / 4;
  const mean = sum / many;
  const spread = Math.sqrt(Math.max(0, square / many - mean * mean));
  return mean >= black && spread >= oneShade;
}
