import bwipjs from 'bwip-js/node';

/**
 * Code 128 of a tag as PNG bytes: wide enough for a hand scanner, quiet zone of ten modules on both sides.
 * @throws Error on characters outside Code 128
 */
export async function code128Png(text: string, scale = 3): Promise<Buffer> {
  return bwipjs.toBuffer({
    bcid: 'code128',
    text,
    scale,
    height: 12,
    includetext: false,
    paddingwidth: 10,
    paddingheight: 2,
    backgroundcolor: 'FFFFFF',
  });
}

/** A QR code (ISO/IEC 18004, level M) as PNG bytes, with its quiet zone of four modules. */
export async function qrPng(text: string, scale = 4): Promise<Buffer> {
  const options = {
    bcid: 'qrcode',
    text,
    scale,
    eclevel: 'M',
    paddingwidth: 4,
    paddingheight: 4,
    backgroundcolor: 'FFFFFF',
  };
  return bwipjs.toBuffer(options);
}
