/**
 * Makes a photo small enough to keep. Drawing it anew leaves everything out that is not picture: the
 * place it was taken at and the rest of its metadata.
 */

/** The largest file that is looked at, in bytes. */
export const PHOTO_FILE_MOST = 10_000_000;
/** The longest side kept, in pixels, and the JPEG quality. */
const SIDE = 1600;
const QUALITY = 0.8;

/** Why a file is not kept, in one sentence. */
export class PhotoRefused extends Error {}

/** @throws PhotoRefused */
export async function shrinkPhoto(file: File): Promise<Blob> {
  const size = `${(file.size / 1_000_000).toFixed(1)} MB`;
  if (file.size > PHOTO_FILE_MOST) {
    throw new PhotoRefused(`“${file.name}” has ${size}; photos of at most 10 MB are taken. Take it smaller.`);
  }
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new PhotoRefused(`“${file.name}” is no picture this browser can read. Take a JPEG, PNG or WebP.`);
  }
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', QUALITY));
  if (!blob) throw new PhotoRefused(`“${file.name}” could not be made smaller here.`);
  return blob;
}
