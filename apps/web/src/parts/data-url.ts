// Pictures as data: URLs, as designs hold them.

/** The bytes of a data: URL, with their type. The content policy lets nothing fetch such an URL. */
export function blobOf(data: string): Blob {
  const [head, body] = data.split(',');
  const bytes = Uint8Array.from(atob(body), (c) => c.charCodeAt(0));
  return new Blob([bytes], { type: /^data:([^;]+)/.exec(head)![1] });
}

/** Bytes as a data: URL. */
export const dataUrlOf = (blob: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => failed(reader.error);
    reader.readAsDataURL(blob);
  });
