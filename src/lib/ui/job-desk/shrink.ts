/** Longest side a photo is sent with, px: enough to see a scratch, small enough for a weak signal. */
const LONGEST_PX = 2048;
const QUALITY = 0.85;

/**
 * A photo made ready for sending: upright and small, as JPEG without what the camera wrote beside it. A picture this device
 * can not open is sent as it is; the server has the last word.
 */
export async function shrunk(file: Blob): Promise<Blob> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return file;
  }
  const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  const brush = canvas.getContext('2d');
  if (!brush) return file;
  brush.fillStyle = '#fff';
  brush.fillRect(0, 0, canvas.width, canvas.height);
  brush.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  return made ?? file;
}
