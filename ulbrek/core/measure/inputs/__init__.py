"""A piece as its maker describes it: its outline, what is in it and on it, and the place it is for."""

from ulbrek.core.measure.inputs.common import AcrossAnchor, DeepAnchor, EdgeName, Face, Id, Name
from ulbrek.core.measure.inputs.features import (
    AnyFeature,
    Bolt,
    Core,
    Cutout,
    DropEdge,
    Feature,
    Grooves,
    Lettering,
    Mat,
    Opening,
    PlacedFeatureInput,
    Recess,
    Repeat,
    Rib,
    RoundHole,
    Sleeve,
    Void,
    WoodPad,
)
from ulbrek.core.measure.inputs.outlines import (
    AnyOutline,
    ArchBlock,
    Disc,
    DrawnCorner,
    FreeCorner,
    FreeOutline,
    HalfDisc,
    ImportedOutline,
    LShape,
    Rectangle,
    RegularPolygon,
    Trapezoid,
    UShape,
)
from ulbrek.core.measure.inputs.piece import EdgeFit, EdgeProfile, Piece, Run, Seam, Taper
from ulbrek.core.measure.inputs.site import Passage, Site, SiteDimension

__all__ = [
    "AcrossAnchor", "AnyFeature", "AnyOutline", "ArchBlock", "Bolt", "Core", "Cutout", "DeepAnchor", "Disc",
    "DrawnCorner", "DropEdge", "EdgeFit", "EdgeName", "EdgeProfile", "Face", "Feature", "FreeCorner", "FreeOutline",
    "Grooves", "HalfDisc", "Id", "ImportedOutline", "LShape", "Lettering", "Mat", "Name", "Opening", "Passage",
    "Piece", "PlacedFeatureInput", "Recess", "Rectangle", "RegularPolygon", "Repeat", "Rib", "RoundHole", "Run",
    "Seam", "Site", "SiteDimension", "Sleeve", "Taper", "Trapezoid", "UShape", "Void", "WoodPad",
]  # fmt: skip
