/**
 * Works something out that takes a while. What it depends on may change meanwhile: then it is worked out anew, so that whoever asked has an
 * answer, and one that belongs to what stands.
 * @param key of what the work depends on, as it is now
 * @param work is told how to find out whether to go on is still worth it
 */
export async function forWhatStands<T>(key: () => string, work: (stands: () => boolean) => Promise<T>): Promise<T> {
  for (;;) {
    const begun = key()
    const stands = () => key() === begun
    const done = await work(stands)
    if (stands()) return done
  }
}
