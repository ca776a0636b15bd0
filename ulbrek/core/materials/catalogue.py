"""Generic, unbranded materials to start from.

Source: common practice, unless one is named. A US bag yields 0.0075 ft³ a pound and takes 3.0 to 4.5 qt
for 80 lb; a 25 kg bag yields 11.25 to 12.44 l with 8 to 12 % of water.
"""

from ulbrek.core.materials.admixtures import Admixture
from ulbrek.core.materials.boards import Foam, Linear, Lumber, Sheet, SheetSize
from ulbrek.core.materials.containers import Container
from ulbrek.core.materials.ingredients import Ingredient
from ulbrek.core.materials.mixes import BagSize, Mix
from ulbrek.core.materials.sealers import SealerCoat
from ulbrek.core.materials.steel import Bar, Mesh
from ulbrek.core.materials.supplies import ReadyFormer, ReleaseAgent, Screws, Sealant, Slurry, Tape
from ulbrek.core.materials.tools import Grinder, Pad, Saw, Vibrator

ORDINARY_MIX = Mix(
    id="ordinary",
    name="Ordinary bagged mix",
    sizes=(
        BagSize(
            id="80lb",
            name="80 lb",
            dry_mass_kg=36.287,
            yield_l=16.99,
            water_least_l=2.84,
            water_most_l=4.26,
        ),
        BagSize(
            id="60lb",
            name="60 lb",
            dry_mass_kg=27.216,
            yield_l=12.74,
            water_least_l=2.13,
            water_most_l=3.22,
        ),
        BagSize(id="25kg", name="25 kg", dry_mass_kg=25.0, yield_l=11.8, water_least_l=2.0, water_most_l=3.0),
    ),
    cement_share=0.16,
    source="common practice; the bag's own print rules",
)

WHITE_MIX = Mix(
    id="white",
    name="White fine mix",
    sizes=(
        BagSize(id="25kg", name="25 kg", dry_mass_kg=25.0, yield_l=11.9, water_least_l=2.4, water_most_l=3.2),
        BagSize(id="50lb", name="50 lb", dry_mass_kg=22.68, yield_l=10.8, water_least_l=2.2, water_most_l=2.9),
    ),
    strength_28_least_mpa=32.0,
    strength_28_most_mpa=40.0,
    kind="white concrete",
    cement_share=0.24,
    stone_mm=5.0,
    feel="plastic",
    workable_min=60.0,
    source="common practice; the bag's own print rules",
)

RAPID_MORTAR = Mix(
    id="rapid",
    name="Rapid mortar (calcium sulfoaluminate, CSA)",
    sizes=(
        BagSize(id="50lb", name="50 lb", dry_mass_kg=22.68, yield_l=12.2, water_least_l=3.3, water_most_l=3.9),
        BagSize(id="25kg", name="25 kg", dry_mass_kg=25.0, yield_l=13.4, water_least_l=3.6, water_most_l=4.3),
    ),
    gain="sulfo-aluminate",
    strength_28_least_mpa=40.0,
    strength_28_most_mpa=50.0,
    initial_set_h=0.5,
    final_set_h=0.75,
    kind="sulfo-aluminate mortar",
    stone_mm=3.0,
    feel="flowing",
    workable_min=20.0,
    source="common practice: poured like water, sets in about 45 minutes; the bag's own print rules",
)

FROST_MIX = Mix(
    id="air-entrained",
    name="Air-entrained mix, for frost",
    sizes=(
        BagSize(id="80lb", name="80 lb", dry_mass_kg=36.287, yield_l=17.6, water_least_l=2.6, water_most_l=3.6),
        BagSize(id="60lb", name="60 lb", dry_mass_kg=27.216, yield_l=13.2, water_least_l=1.95, water_most_l=2.7),
        BagSize(id="25kg", name="25 kg", dry_mass_kg=25.0, yield_l=12.1, water_least_l=1.8, water_most_l=2.5),
    ),
    strength_28_least_mpa=31.0,
    strength_28_most_mpa=38.0,
    cement_share=0.2,
    entrained=True,
    source="common practice: 5 to 7 % of air; the bag's own print rules",
)

MIXES = (ORDINARY_MIX, WHITE_MIX, RAPID_MORTAR, FROST_MIX)

ADMIXTURES = (
    Admixture(
        id="pigment", name="Iron oxide pigment", kind="pigment", base="cement", least=0.5, usual=3.0, most=6.0,
        density_kg_l=0.9, pack_g=1000.0,
        source="common practice 1 to 5 % of cement; ASTM C979 allows 10, from memory; it saturates at 5 to 6",
    ),
    Admixture(
        id="plasticiser-powder", name="Plasticiser, powder", kind="plasticiser", base="cement", least=0.05, usual=0.25,
        most=0.6, water_shift=-0.08, density_kg_l=0.6, spoon_g=3.0, pack_g=500.0,
        source="common practice, 0.05 to 0.6 % of cement; saves 5 to 12 % of the water",
    ),
    Admixture(
        id="plasticiser-liquid", name="Plasticiser, liquid", kind="plasticiser", base="cement", least=0.3, usual=1.0,
        most=2.0, water_share=0.65, water_shift=-0.08, density_kg_l=1.08, pack_g=1080.0,
        source="common practice, 0.3 to 2 % of cement; some 30 % of solids; saves 5 to 12 % of the water",
    ),
    Admixture(
        id="fibre-fine", name="Fine plastic fibre", kind="fibre", base="m3", least=500.0, usual=700.0, most=1000.0,
        density_kg_l=0.1, pack_g=600.0, source="common practice, 0.6 to 0.9 kg a cubic metre",
    ),
    Admixture(
        id="fibre-structural", name="Structural plastic fibre", kind="fibre", base="m3", least=1800.0, usual=3000.0,
        most=7500.0, water_shift=0.03, density_kg_l=0.3, pack_g=2000.0,
        source="common practice, 2 to 7 kg a cubic metre",
    ),
    Admixture(
        id="fibre-glass-fine", name="Alkali-resistant glass fibre, for crack control", kind="fibre", base="dry mix",
        least=0.02, usual=0.03, most=0.12, density_kg_l=0.4, pack_g=600.0,
        source="common practice, 0.6 to 2.5 kg a cubic metre; it holds hairlines and carries nothing",
    ),
    Admixture(
        id="fibre-glass", name="Alkali-resistant glass fibre, structural", kind="fibre", base="dry mix", least=1.0,
        usual=2.5, most=3.5, water_shift=0.04, density_kg_l=0.7, pack_g=5000.0,
        source="common practice, 2 to 3 % of the mix; it stiffens the mix",
    ),
    Admixture(
        id="accelerator", name="Accelerator, without chloride", kind="accelerator", base="cement", least=0.5,
        usual=1.5, most=3.0, water_share=0.6, set_shift=-0.3, density_kg_l=1.3,
        source="common practice; its own sheet rules",
    ),
    Admixture(
        id="citric-acid", name="Citric acid, as a retarder", kind="retarder", base="dry mix", least=0.02,
        usual=0.09, most=0.27, set_shift=0.75, density_kg_l=0.8, spoon_g=4.5, pack_g=1000.0,
        source="common practice for sulfo-aluminate cement, which it gives some three quarters more time; try a cupful",
    ),
)  # fmt: skip

INGREDIENTS = (
    Ingredient(
        id="cement", name="Grey cement", kind="cement", density_kg_m3=3150.0, bulk_kg_m3=1505.0, pack_kg=42.64,
        source="a US bag of 94 lb, a cubic foot; common practice",
    ),
    Ingredient(
        id="cement-25", name="Grey cement, 25 kg", kind="cement", density_kg_m3=3150.0, bulk_kg_m3=1505.0, pack_kg=25.0,
        source="common practice",
    ),
    Ingredient(
        id="white-cement", name="White cement", kind="cement", density_kg_m3=3100.0, bulk_kg_m3=1450.0, pack_kg=25.0,
        source="common practice",
    ),
    Ingredient(
        id="sand", name="Sharp sand (concrete sand)", kind="sand", density_kg_m3=2650.0, bulk_kg_m3=1600.0,
        largest_mm=4.0, pack_kg=25.0, source="common practice",
    ),
    Ingredient(
        id="stone-10", name="Gravel to 10 mm (3/8 in)", kind="stone", density_kg_m3=2650.0, bulk_kg_m3=1600.0,
        largest_mm=9.5, pack_kg=25.0, source="common practice",
    ),
    Ingredient(
        id="stone-20", name="Gravel to 20 mm (3/4 in)", kind="stone", density_kg_m3=2650.0, bulk_kg_m3=1600.0,
        largest_mm=19.0, pack_kg=25.0, source="common practice",
    ),
)  # fmt: skip

CONTAINERS = (
    Container(id="bucket", name="5 gal bucket", volume_l=18.9),
    Container(id="tub", name="Mixing tub", volume_l=45.0),
    Container(id="barrow", name="Wheelbarrow", volume_l=85.0),
    Container(id="drum", name="Drum mixer", volume_l=140.0, machine_min=6.0),
)

_P2 = "EN 312 type P2, the least modulus that the standard asks for, from memory"
CEMENT_BOARD = Sheet(
    id="cement-board-12", name="Cement board 12.7 mm (1/2 in)", thickness_mm=12.7, length_mm=1524.0, width_mm=914.0,
    modulus_mpa=3000.0, density_kg_m3=1200.0, face="cement", made_of="cement",
    source="common practice; 1500 to 5000 MPa by kind, ask its maker",
    other_sizes=(SheetSize(length_mm=2440.0, width_mm=1220.0),),
)  # fmt: skip

SHEETS = (
    Sheet(
        id="melamine-16", name="Melamine board 16 mm", thickness_mm=16.0, length_mm=2440.0, width_mm=1220.0,
        modulus_mpa=1600.0, density_kg_m3=680.0, made_of="chipboard", source=_P2,
    ),
    Sheet(
        id="melamine-19", name="Melamine board 19 mm (3/4 in)", thickness_mm=19.05, length_mm=2440.0,
        width_mm=1220.0, modulus_mpa=1600.0, density_kg_m3=680.0, made_of="chipboard", source=_P2,
    ),
    Sheet(
        id="melamine-10",
        name="Melamine board 10 mm",
        thickness_mm=10.0,
        length_mm=2440.0,
        width_mm=1220.0,
        modulus_mpa=1600.0,
        density_kg_m3=700.0,
        made_of="chipboard",
        source=_P2,
    ),
    Sheet(
        id="film-ply-18", name="Film-faced plywood 18 mm", thickness_mm=18.0, length_mm=2440.0, width_mm=1220.0,
        modulus_mpa=4000.0, density_kg_m3=680.0, face="filmed",
        made_of="plywood", source="across the grain, common practice",
    ),
    Sheet(
        id="plywood-18", name="Plain plywood 18 mm", thickness_mm=18.0, length_mm=2440.0, width_mm=1220.0,
        modulus_mpa=3500.0, density_kg_m3=550.0, face="bare",
        made_of="plywood", source="softwood, across the grain, common practice",
    ),
    CEMENT_BOARD,
)  # fmt: skip

LINERS = (
    Sheet(
        id="hardboard-3", name="Faced hardboard 3 mm (1/8 in)", thickness_mm=3.2, length_mm=2440.0, width_mm=1220.0,
        modulus_mpa=3000.0, density_kg_m3=950.0, made_of="fibreboard", bends_to_mm=250.0, source="common practice",
    ),
    Sheet(
        id="abs-2", name="Polished ABS 2 mm", thickness_mm=2.0, length_mm=2000.0, width_mm=1000.0,
        modulus_mpa=2100.0, density_kg_m3=1050.0, made_of="plastic", bends_to_mm=90.0, source="common practice",
    ),
    Sheet(
        id="bending-ply-5", name="Flexible plywood 5 mm", thickness_mm=5.0, length_mm=2440.0, width_mm=1220.0,
        modulus_mpa=1200.0, density_kg_m3=450.0, face="bare",
        made_of="plywood", bends_to_mm=120.0, source="common practice",
    ),
)  # fmt: skip

LUMBER = (
    Lumber(
        id="batten-38x63", name="Lumber 38 × 63 mm (2 × 3)", thickness_mm=38.0, width_mm=63.0,
        lengths_mm=(2440.0, 3050.0), modulus_mpa=8000.0, source="EN 338 class C16, mean, from memory",
    ),
    Lumber(
        id="batten-38x89", name="Lumber 38 × 89 mm (2 × 4)", thickness_mm=38.0, width_mm=89.0,
        lengths_mm=(2440.0, 3050.0, 3660.0, 4880.0), modulus_mpa=8000.0, source="EN 338 class C16, mean, from memory",
    ),
    Lumber(
        id="batten-38x140", name="Lumber 38 × 140 mm (2 × 6)", thickness_mm=38.0, width_mm=140.0,
        lengths_mm=(2440.0, 3050.0, 3660.0, 4880.0), modulus_mpa=8000.0, source="EN 338 class C16, mean, from memory",
    ),
    Lumber(
        id="batten-38x184", name="Lumber 38 × 184 mm (2 × 8)", thickness_mm=38.0, width_mm=184.0,
        lengths_mm=(2440.0, 3050.0, 3660.0, 4880.0), modulus_mpa=8000.0, source="EN 338 class C16, mean, from memory",
    ),
)  # fmt: skip

FOAMS = (
    Foam(id="foam-25", name="Rigid foam 25 mm (1 in)", thickness_mm=25.4),
    Foam(id="foam-50", name="Rigid foam 50 mm (2 in)", thickness_mm=50.8),
)

BARS = (
    Bar(id="6", name="6 mm bar", diameter_mm=6.0),
    Bar(id="8", name="8 mm bar", diameter_mm=8.0),
    Bar(id="3", name="#3 bar (3/8 in)", diameter_mm=9.525),
    Bar(id="10", name="10 mm bar", diameter_mm=10.0),
    Bar(id="4", name="#4 bar (1/2 in)", diameter_mm=12.7),
    Bar(id="6-stainless", name="6 mm bar, stainless", diameter_mm=6.0, finish="stainless"),
)

MESHES = (
    Mesh(id="fine-50", name="Fine mesh 2.5 mm, 50 mm squares", wire_mm=2.5, spacing_mm=50.0),
    Mesh(id="d49", name="Wrapping mesh 2.5 mm, 100 mm squares", wire_mm=2.5, spacing_mm=100.0),
    Mesh(
        id="galvanised-50",
        name="Galvanised mesh 2 mm, 50 mm squares",
        wire_mm=2.0,
        spacing_mm=50.0,
        finish="galvanised",
    ),
    Mesh(id="6x6", name="10 ga remesh, 6 in squares", wire_mm=3.429, spacing_mm=152.4),
)

_USUAL = "common practice"
LINEAR = (
    Linear(
        id="pvc-32", name="PVC pipe 32 mm (1 1/4 in)", outside_mm=42.2, wall_mm=3.6, kg_m=0.65, lengths_mm=(3050.0,),
        source="US schedule 40, from memory",
    ),
    Linear(
        id="steel-square-40", name="Square tube 40 mm (1 1/2 in)", section="square tube", outside_mm=40.0, wall_mm=2.0,
        kg_m=2.3, lengths_mm=(6000.0,), source=_USUAL,
    ),
    Linear(
        id="rod-m10", name="Threaded rod M10 (3/8 in)", section="threaded rod", outside_mm=10.0, kg_m=0.5,
        lengths_mm=(1000.0, 2000.0), source=_USUAL,
    ),
)  # fmt: skip

SEALANTS = (
    Sealant(id="sealant", name="Silicone", kind="silicone", pack_l=0.3, cure_h=24.0, source=_USUAL),
    Sealant(id="caulk", name="Latex caulk", kind="latex caulk", pack_l=0.3, cure_h=12.0, source=_USUAL),
    Sealant(id="hot-glue", name="Hot glue", kind="hot glue", pack_l=0.3, cure_h=0.5, source=_USUAL),
)
TAPES = (Tape(id="tape", name="Packing tape", width_mm=48.0, roll_m=50.0, source=_USUAL),)
RELEASES = (
    ReleaseAgent(
        id="release", name="Form oil", kind="oil", coverage_m2_per_l=20.0, source="wiped thin; common practice"
    ),
    ReleaseAgent(id="wax", name="Paste wax", kind="wax", coverage_m2_per_l=15.0, source="buffed; common practice"),
)
# Lengths that screws of this shank are sold in, metric and inch ones together.
SCREWS = (
    Screws(
        id="screws", name="Screws", shank_mm=4.2, box=100,
        lengths_mm=(25.0, 32.0, 38.0, 41.0, 45.0, 50.0, 57.0, 64.0, 70.0, 76.0, 89.0, 102.0), source=_USUAL,
    ),
)  # fmt: skip
FORMERS = (
    ReadyFormer(
        id="pipe-40", name="Plastic pipe 40 mm (1 1/2 in)", length_mm=40.0, depth_mm=2000.0, stays=True, source=_USUAL
    ),
    ReadyFormer(id="tin-75", name="Tin 75 mm (3 in)", length_mm=75.0, depth_mm=110.0, source=_USUAL),
)
SEALERS = (
    SealerCoat(id="penetrating", name="Penetrating sealer", coverage_m2_per_l=8.0, source=_USUAL),
    SealerCoat(
        id="film", name="Film sealer, two-part urethane", family="two-part urethane in water", coverage_m2_per_l=10.0,
        coats=3, part_a=4.0, part_b=1.0, source=_USUAL,
    ),
    SealerCoat(id="oil", name="Drying oil", family="drying oil", coverage_m2_per_l=11.0, coats=4, source=_USUAL),
    SealerCoat(id="wax", name="Paste wax for stone", family="wax", coverage_m2_per_l=30.0, coats=2, source=_USUAL),
    SealerCoat(
        id="densifier", name="Lithium densifier", family="silicate densifier", coverage_m2_per_l=7.0, source=_USUAL
    ),
    SealerCoat(
        id="silane", name="Water repellent, silane", family="silane or siloxane", coverage_m2_per_l=5.5, source=_USUAL
    ),
    SealerCoat(
        id="rubber", name="Liquid rubber", family="liquid rubber", coverage_m2_per_l=5.0, coats=4, source=_USUAL
    ),
)  # fmt: skip
SLURRIES = (Slurry(id="slurry", name="Void filler, cement and fine sand", source=_USUAL),)

SAWS = (
    Saw(id="table-saw", name="Table saw", kind="table saw", kerf_mm=3.0, source=_USUAL),
    Saw(id="track-saw", name="Track saw", kind="track saw", kerf_mm=2.2, source=_USUAL),
    Saw(id="hand-saw", name="Circular saw and guide", kind="hand-held saw along a guide", kerf_mm=2.4, source=_USUAL),
)
VIBRATORS = (Vibrator(id="sander", name="Orbital sander on the form", source=_USUAL),)
GRINDERS = (Grinder(id="polisher", name="Wet polisher 125 mm (5 in)", source=_USUAL),)
PADS = (
    *(
        Pad(id=f"metal-{grit}", name=f"Metal-bond disc {grit}", grit=grit, bond="metal", source=_USUAL)
        for grit in (30, 60, 120)
    ),
    *(
        Pad(id=f"pad-{grit}", name=f"Diamond pad {grit}", grit=grit, source=_USUAL)
        for grit in (50, 100, 200, 400, 800, 1500, 3000)
    ),
)
