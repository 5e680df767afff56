/** Waits for a thing, however long a busy machine takes; a spec that waits in vain ends by its own time. */
export async function until(isSo: () => boolean): Promise<void> {
  while (!isSo()) await new Promise((resolve) => setTimeout(resolve, 5));
}
