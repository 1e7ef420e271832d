/** The style of e-books: little, since readers have their own and choose type and ground themselves. */
export const EBOOK_STYLE = `h1 { font-size: 1.6em; line-height: 1.25; }
h2 { font-size: 1.3em; }
h3 { font-size: 1.12em; }
table { border-collapse: collapse; }
th, td { border: 1px solid #8a836e; padding: 0.3em 0.6em; text-align: start; vertical-align: top; }
table[data-lines='rows'] td, table[data-lines='rows'] th { border-inline-style: none; }
table[data-lines='none'] td, table[data-lines='none'] th { border-style: none; }
table[data-rows~='striped'] > tbody > tr:nth-child(odd) > td { background-color: #f3efe6; }
caption { font-size: 0.9em; text-align: start; padding: 0 0 0.3em; }
blockquote { margin: 1em 0; padding-inline-start: 1em; border-inline-start: 3px solid #c9c0ac; font-style: italic; }
figure { margin: 1em 0; max-width: 100%; }
img { max-width: 100%; height: auto; }
figcaption { font-size: 0.9em; }
.graph > svg, .chart > svg { width: 100%; height: auto; }
.graph text, .chart text { font: 12.5px sans-serif; }
.slider-values th, .slider-values td { padding: 2px 12px; text-align: end; }
.slider-values .is-start > * { font-weight: bold; }
.graph-lines { list-style: none; padding: 0; }
.graph-sample { width: 40px; height: 10px; }
.box { margin: 1em 0; padding: 0.8em 1em; }
.practice, .link-card { border: 1px solid #c9c0ac; padding: 0.8em 1em; margin: 1em 0; }
.call-out { margin: 1em 0; padding-inline-start: 0.8em; border-inline-start: 1px solid #8a836e; }
.call-out-sort { border: 1px solid #8a836e; padding: 0 0.4em; }
.aside { margin: 0.4em 1em; padding-block: 0.4em; border-block: 1px solid #c9c0ac; clear: both; }
.timeline { list-style: none; padding-inline-start: 1em; border-inline-start: 2px solid #c9c0ac; }
.buttons { list-style: none; padding: 0; }
.button-label { font-weight: bold; margin-block-end: 0; }
.button-note { margin-block-start: 0; }
.open-question { border: 1px solid #c9c0ac; padding: 0.8em 1em; margin: 1em 0; }
[data-pulled] { font-size: 1.3em; border-block: 2px solid #c9c0ac; padding: 0.4em 0; }
[data-pulled] > figcaption { font-size: 0.7em; }
.spot-mark { display: none; }
.spot-title { font-weight: bold; }
.cards > .part { border: 1px solid #c9c0ac; padding: 0 0.8em; margin: 0.6em 0; }
.reveal, .pop-up { border-block: 1px solid #ddd6c6; padding: 0.4em 0; }
`
