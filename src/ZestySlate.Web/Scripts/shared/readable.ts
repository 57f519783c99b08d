/**
 * Photos of phones and cameras that the server cannot read (AVIF, HEIC) are read here, where the browser can, and go on as WebP; any
 * other file goes as it is. What this browser cannot read either, the server names.
 */
export async function readable(file: File): Promise<File> {
  if (!/^image\/(avif|hei[cf])$/.test(file.type) && !/\.(avif|hei[cf])$/i.test(file.name)) {
    return file;
  }
  try {
    const picture = await createImageBitmap(file);
    const canvas = new OffscreenCanvas(picture.width, picture.height);
    canvas.getContext("2d")!.drawImage(picture, 0, 0);
    const read = await canvas.convertToBlob({ type: "image/webp", quality: 0.92 });
    return new File([read], `${file.name.replace(/\.[^.]*$/, "")}.webp`, { type: read.type });
  } catch {
    return file;
  }
}
