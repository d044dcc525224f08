import * as DocumentPicker from 'expo-document-picker';

/** Longest side of a photo as it is kept, px, and how much it is packed. */
const SIDE_PX = 480;
const QUALITY = 0.72;

/** A photo from the device, made small enough to travel with the shelf; null where none was chosen. Throws where it cannot be read as a picture. */
export async function pickPhoto(): Promise<string | null> {
  const picked = await DocumentPicker.getDocumentAsync({ type: 'image/*' });
  const file = picked.canceled ? undefined : picked.assets[0]?.file;
  if (!file) return null;
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, SIDE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(picture.width * scale);
  canvas.height = Math.round(picture.height * scale);
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.toDataURL('image/jpeg', QUALITY);
}
