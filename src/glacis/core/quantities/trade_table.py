# SPDX-License-Identifier: GPL-3.0-or-later
"""How generic materials and things are usually sold, and how fast they are laid; each can be changed in the project.

All assumed, trade knowledge to be replaced by the seller's and the firm's own figures.
"""

STOCKS = """\
gypsum-cover-board | board 2.4 1.2 0.3 0.3 0 - | 0.02 | cover board
gypsum-plaster | pour 1 0.025 | 0.05 | lining on grid from below
lime-plaster | pour 1 0.025 | 0.05 | lining on grid from below
clay-plaster | pour 1 0.025 | 0.05 | lining on grid from below
cement-plaster | pour 1 0.025 | 0.05 | lining on grid from below
laminated-timber-panel | board 8 2.5 0 0.5 0.004 edged | 0 | structural or foam-core panels
hollow-core-plank | board 6 1.2 0 0.5 0.004 edged | 0 | structural or foam-core panels
aerated-concrete | board 6 0.6 0 0.5 0.004 edged | 0 | structural or foam-core panels
concrete-paver | board 0.5 0.5 0 0.1 0.004 - | 0.03 | pavers on supports
cement-screed | pour 1.05 1 | 0.03 | screed to falls
foamed-concrete | pour 1.05 1 | 0.03 | screed to falls
mortar-bed | pour 1.2 0.025 | 0.05 | screed to falls
perlite-loose | fill 12 | 0.05 | blown loose fill
spray-foam-closed | fill 450 | 0.05 | sprayed foam per 25 mm
spray-foam-open | fill 450 | 0.05 | sprayed foam per 25 mm
softwood | board 4 0.145 0.6 0.6 0.004 edged | 0.03 | cover board
softwood-dense | board 4 0.145 0.6 0.6 0.004 edged | 0.03 | cover board
steel-deck | board 6 0.9 0 0.5 0.004 edged | 0 | profiled sheets
metal-faced-panel | board 6 1 0 0.5 0.004 edged | 0 | structural or foam-core panels
structural-panel-core | board 6 1.2 0 0.5 0.004 edged | 0 | structural or foam-core panels
nail-base-foam | board 2.4 1.2 0.3 0.3 0.003 - | 0.02 | over-rafter board cut and taped
nail-base-ventilated | board 2.4 1.2 0.3 0.3 0.003 - | 0.02 | over-rafter board cut and taped
wood-fibre-underlay | board 2.5 0.6 0.3 0.3 0.003 edged | 0.02 | over-rafter board cut and taped
wood-fibre-board | board 1.35 0.575 0.2 0.2 0 - | 0.02 | over-rafter board cut and taped
vacuum-panel | board 1 0.6 0.1 1 0 edged | 0.05 | flat insulation one layer loose or fixed
aerogel-mat | roll 1.5 20 0 0 0.5 | 0.02 | flat insulation one layer loose or fixed
eps-tapered | board 1 1 0.2 0.2 0 - | 0.02 | tapered insulation
pir-tapered | board 1.2 1.2 0.2 0.2 0 - | 0.02 | tapered insulation
stone-wool-tapered | board 1.2 1 0.2 0.2 0 - | 0.02 | tapered insulation
bitumen-two-ply | roll 1 7.5 0.08 0.12 1 x2 | 0 | torched bitumen per ply
bitumen-two-ply-cold | roll 1 7.5 0.08 0.12 1 x2 | 0 | torched bitumen per ply
bitumen-built-up | roll 1 10 0.08 0.12 1 x3 | 0 | torched bitumen per ply
bitumen-root-resistant | roll 1 5 0.08 0.12 1 x2 | 0 | torched bitumen per ply
bitumen-shingles | board 1 0.14 0.1 0.1 0 - | 0.05 | plain tiles or shingles
mastic-asphalt | pour 1 0.5 | 0.03 | screed to falls
liquid-applied | liquid 0 0 2 0.7 one 20 | 0.05 | coating per pass
silicone-coating | liquid 0 0 2 0.9 one 20 | 0.05 | coating per pass
silicone-coating-granules | liquid 0 0 2 0.9 one 20 | 0.05 | coating per pass
acrylic-coating | liquid 0 0 2 0.5 one 20 | 0.05 | coating per pass
polyurethane-coating | liquid 0 0 2 0.8 one 20 | 0.05 | coating per pass
variable-paint | liquid 0 0 2 0.5 one 10 | 0.05 | prime
adhesive-polyurethane | liquid 0 0 1 1 one 10 | 0.05 | flat insulation in ribbons
adhesive-solvent | liquid 0.3 0.4 1 0.3 both 20 | 0.05 | prime
adhesive-water-borne | liquid 0.25 0.35 1 0.5 both 20 | 0.05 | prime
hot-bitumen-bed | pour 1 0.2 | 0.03 | torched bitumen per ply
epdm-sheet | roll 3 30 0.1 0.1 1 | 0 | single-ply fully bonded
epdm-sheet-1.5 | roll 3 30 0.1 0.1 1 | 0 | single-ply fully bonded
pvc-sheet | roll 2 20 0.11 0.08 1 | 0 | single-ply fixed in seams and welded
polyolefin-sheet | roll 2 20 0.11 0.08 1 | 0 | single-ply fixed in seams and welded
geomembrane-loose | roll 5 50 0.1 0.1 1 | 0 | loose sheet under ballast
root-barrier | roll 4 25 0.5 0.5 1 | 0 | loose sheet under ballast
underlay-bitumen-felt | roll 1 20 0.15 0.1 1 | 0 | underlay on pitched roof
underlay-self-adhered | roll 1 15 0.1 0.15 1 | 0 | self-adhered air or vapour sheet
underlay-open-adhered | roll 1.5 25 0.1 0.15 1 | 0 | self-adhered air or vapour sheet
structured-mat | roll 1.4 30 0.1 0.1 1 | 0 | underlay on pitched roof
rain-shedding-layer | roll 3 50 0.1 0.1 1 | 0 | loose sheet under ballast
reflective-foil | roll 1.25 50 0.1 0.1 1 | 0 | underlay on pitched roof
drainage-board | board 1 1 0 0.2 0 - | 0.02 | planting build-up
drainage-mat | roll 1 20 0.1 0 0.5 | 0.02 | planting build-up
steel-sheet | strips 0.53 | 0.02 | standing seam
zinc-sheet | strips 0.53 | 0.02 | standing seam
copper-sheet | strips 0.53 | 0.02 | standing seam
aluminium-sheet | strips 0.42 | 0.02 | standing seam
lead-sheet | strips 0.6 | 0.02 | standing seam
stainless-sheet | strips 0.53 | 0.02 | standing seam
slate | courses 500 250 | 0.05 | natural slate
clay-tile | courses 420 330 | 0.03 | interlocking tiles
concrete-tile | courses 420 330 | 0.03 | interlocking tiles
fibre-cement-slate | courses 600 300 | 0.05 | natural slate
wood-shingles | courses 400 120 | 0.05 | plain tiles or shingles
family:timber | board 4 0.145 0.6 0.6 0.004 edged | 0.03 | cover board
family:wood-board | board 2.5 1.25 0.3 0.3 0.003 - | 0.02 | cover board
family:gypsum | board 2.5 1.25 0.3 0.3 0.002 - | 0.05 | lining on grid from below
family:mineral-board | board 2.5 1.2 0.3 0.3 0.003 - | 0.03 | cover board
family:concrete | pour 1 1 | 0.02 | screed to falls
family:masonry | courses 400 250 | 0.05 | plain tiles or shingles
family:metal | strips 0.53 | 0.02 | standing seam
family:glass | board 0.6 0.45 0.1 0.1 0 - | 0.03 | flat insulation one layer loose or fixed
family:mineral-fibre | board 1.2 0.6 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:plant-fibre | board 1.35 0.575 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:loose-fill | fill 14 | 0.03 | blown loose fill
family:polystyrene | board 1 0.5 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:extruded | board 1.25 0.6 0.2 0.2 0 edged | 0.02 | flat insulation one layer loose or fixed
family:polyurethane | board 1.2 0.6 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:phenolic | board 1.2 0.6 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:foam | board 1.2 0.6 0.2 0.2 0 - | 0.02 | flat insulation one layer loose or fixed
family:vacuum | board 1 0.6 0.1 1 0 edged | 0.05 | flat insulation one layer loose or fixed
family:soil | pour 1.25 1 | 0.03 | planting build-up
family:stone | pour 1.05 1 | 0.03 | gravel by hoist or pump
family:plastic | roll 1.5 50 0.1 0.1 1 | 0 | loose vapour sheet taped
family:bitumen | roll 1 7.5 0.08 0.12 1 | 0 | self-adhered air or vapour sheet
family:paper | roll 2 50 0.1 0.1 1 | 0 | loose vapour sheet taped
family:drain | board 1 1 0 0.2 0 - | 0.02 | planting build-up
members | bar 4 5 6 0.004 | 0.02 | counter-battens
battens | bar 4 4.8 0.004 | 0.02 | battens
"""
"""Material, family or kind; how it is sold; spare; step of the rates. Rolls: width, length, side lap, end lap, least,
times the plies. Boards: length, width, stagger, least, kerf, whether edges are worked. Bars: lengths and kerf. Pour:
compaction, load. Fill: bag. Liquid: coverage smooth and rough, coats, solids, faces, can. Strips: cover. Courses:
length and width of a piece, mm."""

THINGS = """\
gutter | metre 3 0.05 0.333 | coping or edge metal
eaves tray | metre 2 0.1 0.25 | coping or edge metal
plate strip | metre 25 0.1 0.2 | self-adhered air or vapour sheet
plate infill | metre 1.2 0 0 | coping or edge metal
baffle at the plate | metre 1.2 0 0 | coping or edge metal
heel board | metre 2.4 0 0 | coping or edge metal
ridge cap | metre 2 0.1 0.4 | coping or edge metal
hip cap | metre 2 0.1 0.4 | coping or edge metal
valley lining | metre 2 0.15 0.5 | valley or step flashing
valley underlay strip | metre 20 0.15 1 | underlay on pitched roof
verge unit or trim | metre 2 0.1 0.3 | coping or edge metal
verge batten edge | metre 4 0 0 | battens
ladder infill | metre 1.2 0 0 | coping or edge metal
wall head insulation | metre 1.2 0 0 | coping or edge metal
top trim | metre 2 0.1 0.3 | coping or edge metal
edge infill | metre 1.2 0 0 | coping or edge metal
edge trim flange | metre 2.5 0.05 0.3 | coping or edge metal
gutter or drip | metre 3 0.05 0.333 | coping or edge metal
gutter lining | metre 2 0.15 0.8 | valley or step flashing
gutter sole insulation | metre 1.2 0 0 | coping or edge metal
coping | metre 2.5 0.01 0.5 | coping or edge metal
coping membrane | metre 20 0.1 0.5 | parapet upstand with strip
parapet wrap | metre 1.2 0 0 | parapet upstand with strip
upstand strip | metre 20 0.1 0.4 | parapet upstand with strip
upstand insulation | metre 1.2 0 0 | parapet upstand with strip
termination bar and sealant | metre 2.5 0 0.05 | termination bar
counterflashing | metre 2 0.1 0.2 | valley or step flashing
step flashing | metre 2 0.1 0.2 | valley or step flashing
soaker or side tray | metre 2 0.1 0.3 | valley or step flashing
break flashing | metre 2 0.1 0.4 | valley or step flashing
kerb strip | metre 20 0.1 0.4 | parapet upstand with strip
kerb insulation | metre 1.2 0 0 | parapet upstand with strip
kerb vapour layer | metre 25 0.1 0.3 | self-adhered air or vapour sheet
insulating block under the frame | metre 1.2 0 0.1 | coping or edge metal
sill pan | metre 2 0.1 0.5 | valley or step flashing
sill upstand | metre 2 0.1 0.2 | valley or step flashing
back gutter or cricket | item | valley or step flashing
front apron | item | valley or step flashing
side pieces | item | valley or step flashing
collar | item | pipe or standoff sealed
post sleeve | item | pipe or standoff sealed
post wrap | item | pipe or standoff sealed
base plate | item | pipe or standoff sealed
splash pad or downpipe to the gutter | item | pipe or standoff sealed
insulating frame | item | rooflight kerb and unit
window air collar | item | pipe or standoff sealed
underlay collar | item | pipe or standoff sealed
head flashing | part | roof window
side flashing | part | roof window
sill apron | part | roof window
rooflight frame | part | rooflight with kerb
outlet flange | part | outlet
outlet body insulation | part | outlet
outlet lower flange | part | outlet
outlet | part | outlet
drain pipe | part | outlet
overflow spout | part | overflow
scupper pan flange | part | scupper
scupper throat | part | scupper
"""
"""Things of the usual chains: sold by the metre in pieces with a lap, folded from a girth; by the item; or as part of
something else."""

WHOLES = """\
outlet | outlet | outlet complete
scupper | scupper | outlet complete
overflow | overflow | outlet complete
roof-window | roof window | rooflight kerb and unit
kerb | rooflight with kerb | rooflight kerb and unit
"""
"""Kinds of junction that are bought as one thing, and the step that sets it."""

FIELD = (
    "air layer", "vapour layer", "covering", "underlay", "field sheet", "sheet,", "roof sheet", "insulation,",
    "roof insulation", "boards,", "over-rafter board", "ceiling insulation", "lower sheet", "upper sheet",
    "lower covering", "upper covering", "lower underlay", "upper underlay", "lower insulation", "upper insulation",
    "course ",
)  # fmt: skip
"""Words by which things of a chain are layers of the field, counted there."""
BESIDE = (
    "wall ",
    "gable ",
    "parapet foot",
    "parapet air",
    "door frame",
    "floor ",
    "obstacle",
    "pipe",
    "post",
    "upper gutter",
    "kerb air",
)
"""Words by which they belong to what stands beside the roof."""

RATES = """\
strip single-ply and boards | m2 | 8 | 14 | 22 | 4
strip built-up bitumen | m2 | 3 | 6 | 10 | 4
strip tiles and battens | m2 | 5 | 9 | 14 | 3
sweep and dry deck | m2 | 20 | 35 | 60 | 2
prime | m2 | 25 | 45 | 70 | 1
self-adhered air or vapour sheet | m2 | 7 | 11 | 16 | 2
loose vapour sheet taped | m2 | 12 | 20 | 30 | 2
flat insulation one layer loose or fixed | m2 | 12 | 18 | 28 | 3
flat insulation in ribbons | m2 | 8 | 13 | 20 | 3
tapered insulation | m2 | 5 | 9 | 14 | 3
cover board | m2 | 10 | 15 | 22 | 3
over-rafter board cut and taped | m2 | 4 | 7 | 11 | 3
single-ply fixed in seams and welded | m2 | 7 | 11 | 16 | 3
single-ply fully bonded | m2 | 4 | 7 | 10 | 3
torched bitumen per ply | m2 | 4 | 7 | 10 | 2
loose sheet under ballast | m2 | 12 | 18 | 28 | 3
sprayed foam per 25 mm | m2 | 15 | 30 | 50 | 2
coating per pass | m2 | 25 | 45 | 70 | 2
underlay on pitched roof | m2 | 15 | 25 | 40 | 2
counter-battens | m | 15 | 25 | 40 | 2
battens | m | 25 | 40 | 60 | 2
interlocking tiles | m2 | 4 | 6 | 9 | 3
plain tiles or shingles | m2 | 1.5 | 3 | 5 | 2
natural slate | m2 | 1 | 2 | 3.5 | 2
standing seam | m2 | 1.5 | 3 | 5 | 2
profiled sheets | m2 | 5 | 9 | 14 | 3
structural or foam-core panels | m2 | 5 | 10 | 16 | 4
parapet upstand with strip | m | 1.2 | 2 | 3.5 | 2
termination bar | m | 6 | 10 | 16 | 1
coping or edge metal | m | 2.5 | 4.5 | 7 | 2
valley or step flashing | m | 1 | 2 | 3.5 | 2
outlet complete | item | 0.3 | 0.6 | 1 | 1
pipe or standoff sealed | item | 0.6 | 1.2 | 2 | 1
rooflight kerb and unit | item | 0.1 | 0.2 | 0.4 | 2
mechanical fixing driven and checked | item | 40 | 70 | 110 | 1
blown loose fill | m2 | 20 | 35 | 60 | 2
gravel by hoist or pump | m2 | 8 | 14 | 25 | 3
pavers on supports | m2 | 2.5 | 4 | 6 | 3
planting build-up | m2 | 2 | 4 | 7 | 3
screed to falls | m2 | 3 | 6 | 9 | 3
lining on grid from below | m2 | 2 | 3.5 | 5 | 2
water test of a bay | item | 0.1 | 0.2 | 0.3 | 1
"""
"""Work per person-hour, low, typical and high, and people in the crew: generic ranges assumed for first plans."""
