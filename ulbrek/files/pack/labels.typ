// Labels for boards, to be cut apart and stuck or stapled on.
#let d = json(bytes(sys.inputs.data))
#set document(title: d.job)
#set text(font: "Archivo", size: 10pt, number-width: "tabular", lang: "en")
#set par(leading: 0.4em)
#set page(paper: d.paper, margin: (x: 9mm, top: 10mm, bottom: 12mm), footer: [#text(9pt)[#d.job #h(1fr) cut along the lines]])

#if d.labels.len() == 0 [Nothing is cut from sheets in this job.] else {
  grid(
    columns: (1fr,) * 3,
    rows: 32mm,
    stroke: 0.4pt + luma(140),
    ..d.labels.map(l => block(inset: 2mm, width: 100%, height: 32mm, clip: true, grid(
      columns: (1fr, 20mm),
      column-gutter: 1mm,
      {
        text(20pt, weight: "bold", l.letter)
        h(2mm)
        text(9pt, l.piece)
        linebreak()
        text(10pt, weight: "bold", l.board)
        linebreak()
        text(11pt, l.size)
        linebreak()
        text(8pt, l.sheet)
      },
      if l.code != "" { image(bytes(l.code), format: "svg", width: 20mm) },
    ))),
  )
}
