// The story of a casting on a page, with a label for its underside at the foot.
#let d = json(bytes(sys.inputs.data))
#set document(title: d.title)
#set page(
  paper: d.paper,
  margin: (x: 16mm, top: 16mm, bottom: 14mm),
  footer: context [
    #set text(9pt)
    #d.title #h(1fr) #d.shop #h(1fr) page #counter(page).display() of #counter(page).final().first()
  ],
)
#set text(font: "Archivo", size: 10pt, number-width: "tabular", lang: "en")
#set par(leading: 0.5em)

#let head(body) = block(sticky: true, above: 1em, below: 0.5em, text(12pt, weight: "bold", body))
#let lines(rows) = table(
  columns: (auto, 1fr),
  stroke: (x, y) => (bottom: 0.4pt + luma(140), top: if y == 0 { 0.8pt } else { none }),
  inset: (x: 3pt, y: 3pt),
  ..rows.flatten().map(c => [#c]),
)

#grid(
  columns: (1fr, 26mm),
  column-gutter: 6mm,
  {
    block(below: 0.8em, text(20pt, weight: "bold", d.title))
    block(below: 1em, text(11pt, d.job))
    for line in d.about { par(line) }
  },
  image(bytes(d.code), format: "svg", width: 26mm),
)
#align(center, image(bytes(d.drawing), format: "svg", width: 78%))

#grid(
  columns: (1fr, 1fr),
  column-gutter: 7mm,
  {
    head("Life")
    lines(d.life)
    if d.batches.len() > 0 { head("What went into it"); lines(d.batches) }
  },
  {
    if d.curve != "" { head("On the scale"); image(bytes(d.curve), format: "svg", width: 100%) }
    if d.scale.len() > 0 { lines(d.scale) }
  },
)
#if d.seen.len() > 0 {
  head("Seen and found")
  for one in d.seen {
    block(breakable: false, above: 0.6em, {
      text(weight: "bold", one.when)
      h(3mm)
      one.text
      if one.found != "" { linebreak(); one.found }
      if one.photos.len() > 0 { block(above: 0.4em, stack(dir: ltr, spacing: 3mm, ..one.photos.map(p => image(bytes(p), format: "svg", height: 32mm)))) }
    })
  }
}

#v(1fr)
#block(breakable: false, width: 74mm, stroke: (paint: luma(120), thickness: 0.4pt, dash: "dashed"), inset: 2.5mm, grid(
  columns: (20mm, 1fr),
  column-gutter: 3mm,
  image(bytes(d.code), format: "svg", width: 20mm),
  {
    text(15pt, weight: "bold", d.number)
    linebreak()
    text(9pt, d.piece)
    linebreak()
    text(9pt, d.poured)
    linebreak()
    text(8pt, "Cut out, glue to the underside")
  },
))
