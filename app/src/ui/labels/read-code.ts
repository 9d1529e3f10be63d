/** Reads a QR code out of a picture: by the browser itself where it can, else by a library that is fetched then. */

interface Detector {
  readonly detect: (picture: ImageData) => Promise<readonly { readonly rawValue: string }[]>;
}
type Detectors = { new (options: { formats: string[] }): Detector };

/** @returns what the code says; undefined where none is seen */
export async function readCode(picture: ImageData): Promise<string | undefined> {
  const { BarcodeDetector } = globalThis as { BarcodeDetector?: Detectors };
  if (BarcodeDetector) {
    try {
      const [found] = await new BarcodeDetector({ formats: ['qr_code'] }).detect(picture);
      if (found) return found.rawValue;
    } catch {
      // A detector that cannot work here is no reason not to look ourselves.
    }
  }
  const { default: jsQR } = await import('jsqr');
  return jsQR(picture.data, picture.width, picture.height)?.data;
}

/** The longest side a picture is looked at with, px: more only costs time. */
const SIDE = 1200;

/** The pixels of a picture or of a camera, made small enough. */
export function pixelsOf(source: CanvasImageSource, width: number, height: number): ImageData | undefined {
  const scale = Math.min(1, SIDE / Math.max(width, height, 1));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const drawing = canvas.getContext('2d', { willReadFrequently: true });
  drawing?.drawImage(source, 0, 0, canvas.width, canvas.height);
  return drawing?.getImageData(0, 0, canvas.width, canvas.height);
}
