import { expect, test } from 'vitest'
import { readPage } from '../html/read.ts'
import { MOST_PARTS, MOST_ROWS, MOST_SERIES, readChart, type ReadChart } from './read.ts'

const chartOf = (rows: readonly string[], settings = '', tag = 'td'): ReadChart => {
  const cells = (row: string, of: string): string =>
    row
      .split('|')
      .map((cell) => `<${of}>${cell}</${of}>`)
      .join('')
  const table = rows.map((row, at) => `<tr>${cells(row, at === 0 ? tag : 'td')}</tr>`).join('')
  const { page } = readPage(`<figure data-piece="chart" ${settings}><table>${table}</table></figure>`, {
    isPassage: true,
  })
  return readChart(page.child(1))
}

test('the first row names the columns, as heads or as words; where it has numbers, it is one of the rows', () => {
  const named = chartOf(['Stone|Weight', 'Slate|2.8'], '', 'th')
  expect(named).toMatchObject({ labels: ['Slate'], xName: 'Stone', series: [{ name: 'Weight', values: [2.8] }] })
  expect(chartOf(['Stone|Weight', 'Slate|2.8'])).toMatchObject({ labels: ['Slate'], series: [{ name: 'Weight' }] })
  expect(chartOf(['Slate|2.8', 'Flint|3'])).toMatchObject({
    labels: ['Slate', 'Flint'],
    xName: '',
    series: [{ name: '', values: [2.8, 3] }],
  })
})

test.each([
  ['1,234.5', '', 1234.5],
  ['1.234,5', 'data-decimal="comma"', 1234.5],
  ['2,5', 'data-decimal="comma"', 2.5],
  ['−3 °C', '', -3],
  ['€ 12', '', 12],
  ['12 %', '', 12],
  ['٤٢', '', 42],
  ['०.५', '', 0.5],
  ['.', '', null],
  ['heavy', '', null],
  ['about 3', '', null],
])('“%s” %s is %s', (cell, settings, value) => {
  const { series, problems } = chartOf(['Stone|Weight', `Slate|${cell}`, 'Flint|1'], settings)
  expect(series[0]!.values).toEqual([value, 1])
  expect(problems).toEqual(value === null ? [`Row 2, column 2: “${cell}” is no number.`] : [])
})

test('an empty cell is a gap and no fault; a cell over two rows is the number of both', () => {
  expect(chartOf(['Stone|Weight', 'Slate|', 'Flint|1'])).toMatchObject({
    series: [{ values: [null, 1] }],
    problems: [],
  })
  const { page } = readPage('<figure data-piece="chart"><table><tr><td>a<td rowspan="2">7<tr><td>b</table></figure>', {
    isPassage: true,
  })
  expect(readChart(page.child(1)).series[0]!.values).toEqual([7, 7])
})

test('what is too much is left out, and told: columns, rows, parts of a pie, parts below zero', () => {
  const wide = chartOf([`Stone${'|W'.repeat(9)}`, `Slate${'|1'.repeat(9)}`])
  expect([wide.series.length, wide.problems]).toEqual([
    MOST_SERIES,
    [`The table has 9 columns of numbers; the first ${MOST_SERIES} are drawn.`],
  ])
  const long = chartOf(['Day|Rain', ...Array.from({ length: MOST_ROWS + 5 }, (_, at) => `${at}|${at}`)])
  expect([long.labels.length, long.problems.length]).toEqual([MOST_ROWS, 1])
  const pie = chartOf(['Stone|Share|Other', ...Array.from({ length: 20 }, () => 'a|1|2')], 'data-form="pie"')
  expect(pie.series[0]!.values.filter((value) => value !== null)).toHaveLength(MOST_PARTS)
  expect(pie.problems).toHaveLength(2)
  const below = chartOf(['Stone|Share', 'a|-1', 'b|3'], 'data-form="pie"')
  expect([below.series[0]!.values, below.problems.length]).toEqual([[null, 3], 1])
  expect(chartOf(['alone', 'a']).problems).toEqual([
    'The table has one column: the numbers stand in the second, behind the names.',
  ])
})

test('between two axes of numbers, the first column is numbers, too', () => {
  const { xs, problems } = chartOf(['Height|Batter', '30|5', 'tall|8'], 'data-form="scatter"')
  expect(xs).toEqual([30, null])
  expect(problems).toEqual(['Row 3, column 1: “tall” is no number.'])
})
