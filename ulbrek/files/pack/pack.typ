// The pages of a job pack. What stands on them comes as data; this file only lays it out.
#let d = json(bytes(sys.inputs.data))
#set document(title: d.job)
#set page(
  paper: d.paper,
  margin: (x: 18mm, top: 22mm, bottom: 18mm),
  footer: context [
    #set text(9pt)
    #d.job #h(1fr) #d.shop #h(1fr) page #counter(page).display() of #counter(page).final().first()
  ],
)
#set text(font: "Archivo", size: 11pt, number-width: "tabular", lang: "en")
#set par(leading: 0.55em)

#let mark(body) = block(width: 100%, stroke: (left: 3pt), inset: (left: 8pt, y: 3pt), body)

#let set-of-steps(steps, tight) = grid(
  columns: (1fr, 1fr),
  gutter: 7mm,
  ..steps.map(s => block(breakable: false, {
    align(center, image(bytes(s.svg), format: "svg", width: (100%, 80%, 66%, 52%).at(tight)))
    text(12pt, weight: "bold", s.title)
    par(s.text)
    if s.care != "" { mark(text(10pt, s.care)) }
  })),
)

#let blocks = (
  text: (b, tight) => par(b.text),
  heading: (b, tight) => block(sticky: true, above: 1.1em, below: 0.6em, text(13pt, weight: "bold", b.text)),
  drawing: (b, tight) => if b.svg != "" { align(center, block(above: 0.7em, below: 0.7em, image(bytes(b.svg), format: "svg", width: (auto, 84%, 72%, 66%).at(tight)))) },
  table: (b, tight) => block(above: 0.8em, below: 0.8em, {
    let many = b.head.len()
    let headed = b.head.any(h => h != "")
    table(
      columns: if "columns" in b { b.columns.map(c => if c == "auto" { auto } else { 1fr }) } else if many == 2 { (auto, 1fr) } else { (auto,) + (1fr,) * (many - 1) },
      stroke: (x, y) => (bottom: 0.4pt + luma(120), top: if y == 0 { 0.8pt } else { none }),
      inset: (x: 4pt, y: if b.at("to_fill_in", default: false) { (5.5pt, 4.5pt, 4pt, 4pt).at(tight) } else { (4.5pt, 3.2pt, 2.4pt, 2.2pt).at(tight) }),
      ..if headed { (table.header(..b.head.map(h => text(9pt, weight: "bold", h))),) },
      ..b.rows.flatten().map(c => [#c]),
    )
  }),
  care: (b, tight) => block(above: 1em, breakable: false, mark([*Care* #list(marker: none, body-indent: 0pt, ..b.lines.map(l => [#l]))])),
  findings: (b, tight) => block(above: 0.4em, below: 0.8em, width: 100%, stroke: 1.4pt, inset: 7pt, [*Fix first* #list(marker: none, body-indent: 0pt, ..b.lines.map(l => [#l]))]),
  steps: (b, tight) => {
    let many = b.steps.len()
    // four to a page; the last is not left alone on one
    let first = if tight < 3 and many > 5 and calc.rem(many, 4) == 1 { many - 3 } else { many }
    set-of-steps(b.steps.slice(0, first), tight)
    if first < many {
      colbreak()
      set-of-steps(b.steps.slice(first), tight)
    }
  },
  big: (b, tight) => block(above: 0.6em, table(
    columns: (auto, 1fr),
    stroke: (x, y) => (bottom: 0.4pt + luma(120), top: if y == 0 { 0.8pt } else { none }),
    inset: (x: 4pt, y: 6pt),
    align: (left + horizon, left + horizon),
    ..b.rows.map(r => (
      text(12pt, r.label),
      { text(23pt, weight: "bold", r.value); if r.note != "" { linebreak(); text(11pt, r.note) } },
    )).flatten(),
  )),
  pair: (b, tight) => grid(
    columns: (1fr, 1fr),
    gutter: 4mm,
    ..b.svgs.map(s => align(center, image(bytes(s), format: "svg"))),
  ),
  cards: (b, tight) => grid(
    columns: (1fr, 1fr),
    gutter: 4mm,
    ..b.cards.map(c => block(breakable: false, width: 100%, stroke: 1pt, inset: 8pt, {
      text(13pt, weight: "bold", c.title)
      for l in c.lines { par(text(12pt, l)) }
    })),
  ),
)

// A section that would leave a few lines on a page of their own is set closer, up to three times.
#let section(page, tight) = {
  set text((11pt, 10.2pt, 9.6pt, 9.4pt).at(tight))
  set par(leading: (0.55em, 0.48em, 0.45em, 0.42em).at(tight))
  block(below: 0.7em, text(20pt, weight: "bold", page.title))
  for b in page.blocks { (blocks.at(b.kind))(b, tight) }
}

#for (number, page) in d.pages.enumerate() {
  if number > 0 { pagebreak() }
  layout(size => {
    let high(tight) = measure(width: size.width, section(page, tight)).height / size.height
    let full = calc.floor(high(0))
    let fits = if full > 0 and high(0) - full < 0.5 { (1, 2, 3).filter(tight => high(tight) < full - 0.02) } else { () }
    section(page, fits.at(0, default: 0))
  })
}
