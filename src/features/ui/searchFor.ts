/** A test of texts: whether all words that are typed stand in one, small and capital letters alike. */
export function searchFor(typed: string): (text: string) => boolean {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return (text) => {
    const small = text.toLowerCase();
    return words.every((word) => small.includes(word));
  };
}
