"""How not to be hurt by a seat that a mat warms. Source: common practice; the local code comes first."""

CURRENT = (
    "Electricity in concrete that people touch, often wet: a listed mat as a whole, behind an RCD/GFCI that trips at "
    "30 mA or less, wired and signed for by a licensed electrician, by the local code."
)
COILED = "A mat that is coiled, folded, covered twice or not yet in hard concrete is never switched on, not for a test."
CUT = "A mat is never cut, shortened, crossed or drilled into. Where it lies is marked on the underside and kept."
SKIN = "Skin that rests on {43 C} for long is burned, sooner in the old, in children and in who feels little."
