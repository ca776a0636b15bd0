// Full-size templates on tiles: register marks to lay them edge to edge by, a bar to check the printer with.
#let d = json(bytes(sys.inputs.data))
#set document(title: d.job)
#set text(font: "Archivo", size: 10pt, number-width: "tabular", lang: "en")
#set page(
  paper: d.paper,
  margin: (x: d.margin * 1mm, top: d.margin * 1mm, bottom: d.foot * 1mm),
  footer-descent: 2mm,
)
#for (number, tile) in d.tiles.enumerate() {
  if number > 0 { pagebreak() }
  set page(footer: [
    #line(length: d.bar * 1mm, stroke: 0.6pt)
    #v(-7pt)
    #tile.title#tile.place #h(1fr) the bar is #d.bar_words: if it is not, print at 100 % #h(1fr) #d.job
  ])
  place(top + left, image(bytes(tile.svg), format: "svg", width: d.width * 1mm, height: d.height * 1mm))
}
