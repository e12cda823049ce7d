// Proofs that are not made yet, as this window knows: to ask for them before somebody says that they are would only fail.
import { create } from "zustand";

const useAwaited = create<{ hrefs: string[] }>(() => ({ hrefs: [] }));

export const useIsAwaited = (href: string) => useAwaited(({ hrefs }) => hrefs.includes(href));

/** A picture's proof for lists. */
export const smallProof = (picture: string) => `/api/pictures/${picture}/small.jpg`;

/** Nobody asks for a proof until what is returned is called: because it is made, or because its making is followed no longer. */
export function awaitProof(href: string): () => void {
  useAwaited.setState(({ hrefs }) => ({ hrefs: [...hrefs, href] }));
  return () => useAwaited.setState(({ hrefs }) => ({ hrefs: hrefs.filter((one) => one !== href) }));
}

/** Once a picture's pixels are in this window, or will not come. */
export const pixelsOf = (href: string) =>
  new Promise<void>((resolve) => {
    const image = new Image();
    image.onload = image.onerror = () => resolve();
    image.src = href;
  });
