"""Writes the letters that are cast as numbers, from the font that the paper is set in: the core reads no files."""

from fontTools.pens.basePen import BasePen
from fontTools.ttLib import TTFont

from ops.postgres import ROOT

FONT = ROOT / "ulbrek" / "files" / "pack" / "fonts" / "Archivo-Bold.ttf"
GLYPHS = ROOT / "ulbrek" / "core" / "kit" / "lettering" / "glyphs.py"
LETTERS = (
    "ABCDEFGHIJKLMNOPQRSTUVWXYZ abcdefghijklmnopqrstuvwxyz 0123456789 .,:;-+/&()#°½¼¾×'\" "
    "ÄÖÜäöüßÀÁÂÇÈÉÊËÌÍÎÑÒÓÔÙÚàáâçèéêëìíîñòóôùú"
)
STEPS = 8  # chords a curve: the area comes within a thousandth of the font's own


class Flattened(BasePen):  # type: ignore[misc]  # fontTools has no types
    """Takes a glyph's contours as points in font units."""

    def __init__(self, glyphs: object) -> None:
        """Nothing drawn yet."""
        super().__init__(glyphs)
        self.contours: list[list[tuple[float, float]]] = []

    def _moveTo(self, pt: tuple[float, float]) -> None:  # noqa: N802 - the pen's own name
        self.contours.append([pt])

    def _lineTo(self, pt: tuple[float, float]) -> None:  # noqa: N802
        self.contours[-1].append(pt)

    def _qCurveToOne(self, pt1: tuple[float, float], pt2: tuple[float, float]) -> None:  # noqa: N802
        (ax, ay), (bx, by), (cx, cy) = self.contours[-1][-1], pt1, pt2
        for step in range(1, STEPS + 1):
            t = step / STEPS
            u = 1 - t
            self.contours[-1].append(
                (u * u * ax + 2 * u * t * bx + t * t * cx, u * u * ay + 2 * u * t * by + t * t * cy)
            )

    def _curveToOne(self, pt1: object, pt2: object, pt3: object) -> None:  # noqa: N802
        raise NotImplementedError("a TrueType font has no cubic curves")


def glyphs_module() -> str:
    """The module that holds the letters."""
    font = TTFont(FONT)
    names, drawn, widths = font.getBestCmap(), font.getGlyphSet(), font["hmtx"]
    lines = []
    for letter in sorted(set(LETTERS)):
        name = names[ord(letter)]
        pen = Flattened(drawn)
        drawn[name].draw(pen)
        contours = ";".join(_written(contour) for contour in pen.contours)
        lines.append(
            f"    {letter!r}: ({widths[name][0]}, {contours!r}),".replace("'", '"')
            if letter not in "'\""
            else f'    {letter!r}: ({widths[name][0]}, "{contours}"),'
        )
    return "\n".join(
        [
            '"""The letters that are cast, as points in font units. Made by `make generate`; do not edit."""',
            "",
            "# fmt: off",
            f"CAPITAL = {font['OS/2'].sCapHeight}",
            "GLYPHS: dict[str, tuple[int, str]] = {",
            *lines,
            "}",
            "",
        ]
    )


def _written(contour: list[tuple[float, float]]) -> str:
    points = contour[:-1] if contour[0] == contour[-1] else contour
    return " ".join(f"{x:.1f},{y:.1f}".replace(".0", "") for x, y in points)
