/** The file that was picked, once: the same one can be picked again after it was mended. */
export function pickedFile(event: Event): File | undefined {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  return file
}
