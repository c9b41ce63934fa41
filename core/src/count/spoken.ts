const ONES = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
]
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety']
/** What is heard for a figure, and what hearing makes of it. */
const HEARD: Readonly<Record<string, string>> = {
  none: 'zero',
  no: 'zero',
  nothing: 'zero',
  nil: 'zero',
  oh: 'zero',
  to: 'two',
  too: 'two',
  for: 'four',
  won: 'one',
  ate: 'eight',
  fourty: 'forty',
}

/** The count in what was said, 0-999: "four", "twenty-three mites", "a hundred and five", "12"; null where there is none, or more than one. */
export function spokenCount(said: string): number | null {
  const words = said
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, ' ')
    .trim()
    .split(' ')
    .map((w) => HEARD[w] ?? w)
  const figures = words.filter((w) => /^\d{1,3}$/.test(w))
  if (figures.length > 0) return figures.length === 1 && words.every((w) => w === figures[0] || !isNumber(w)) ? Number(figures[0]) : null
  let [sum, found, last] = [0, false, Infinity]
  for (const word of words) {
    const value = word === 'hundred' ? 100 : ONES.indexOf(word) >= 0 ? ONES.indexOf(word) : TENS.indexOf(word) >= 2 ? TENS.indexOf(word) * 10 : null
    if (value === null) continue
    if (word === 'hundred') {
      if (found && sum > 9) return null
      sum = (found ? sum : 1) * 100
      last = 100
    } else {
      // "twenty three" is one figure, "three four" are two.
      if (found && (last < 20 || (last < 100 && (value === 0 || value > 9)))) return null
      sum += value
      last = value
    }
    found = true
  }
  return found && sum <= 999 ? sum : null
}
const isNumber = (word: string): boolean => /^\d+$/.test(word) || ONES.includes(word) || TENS.includes(word) || word === 'hundred'
