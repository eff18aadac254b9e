# SPDX-License-Identifier: GPL-3.0-or-later
"""What happens where two families of materials touch.

Trade knowledge; the products' own approvals outrank it.
"""

FAMILIES = (
    ("bit", "Bitumen, oxidised or hot"),
    ("sbs", "Polymer bitumen sheet, torched or self-adhered"),
    ("pvc", "PVC sheet, plasticised"),
    ("tpo", "Polyolefin sheet"),
    ("epdm", "EPDM rubber sheet"),
    ("but", "Butyl tape and sealant"),
    ("acr", "Acrylic tape and dispersion glue"),
    ("sil", "Silicone sealant or coating"),
    ("pu", "Polyurethane or hybrid sealant and glue"),
    ("liq", "Liquid-applied waterproofing"),
    ("eps", "Polystyrene foam, EPS and XPS"),
    ("pir", "PIR, PUR and phenolic board, faced"),
    ("spf", "Sprayed polyurethane foam"),
    ("min", "Mineral fibre, gypsum and cellular glass board"),
    ("wood", "Timber and wood board, untreated"),
    ("trt", "Timber with copper or oil preservative"),
    ("cem", "Fresh concrete, mortar, screed, lime"),
    ("alu", "Aluminium, bare"),
    ("zn", "Zinc and galvanised steel"),
    ("cu", "Copper"),
    ("pb", "Lead"),
    ("ss", "Stainless steel"),
    ("pe", "PE and PP foil, breather underlay"),
    ("solv", "Solvent-borne glue and primer"),
)
"""Families by id, and their names."""

CONTACTS = """\
compatible | Same family: joined by its own weld, tape or fixing.
    bit+bit sbs+sbs pvc+pvc tpo+tpo epdm+epdm but+but acr+acr pu+pu liq+liq eps+eps pir+pir spf+spf
    min+min wood+wood cem+cem alu+alu zn+zn cu+cu pb+pb ss+ss pe+pe solv+solv
compatible | Same family; old sheet clean, dry and primed.
    bit+sbs
separate | Plasticiser wanders into bitumen; the sheet shrinks and cracks. Fleece of 300 g/m2 or a bitumen-proof
    grade.
    bit+pvc sbs+pvc
test | Oils of fresh bitumen stain and soften some grades; makers disagree.
    bit+tpo sbs+tpo
forbidden | Bitumen oils and mastics swell rubber: no contact with hot or fresh bitumen; over old felt a fleece and
    a decision.
    bit+epdm
test | Oils soften the tack of the tape.
    bit+but bit+acr
forbidden | Silicone does not hold on bitumen and is stained by it.
    bit+sil sbs+sil
test | Bitumen bleeds and softens; a primer of the system may do.
    bit+pu bit+liq
separate | Hot bitumen melts polystyrene above 80 C, solvents dissolve it: faced board or cold layer between.
    bit+eps
compatible | No exchange known; movement, wind and sharp edges still need their layer.
    bit+pir bit+min bit+wood bit+cem bit+ss sbs+pir sbs+min sbs+wood sbs+cem sbs+alu sbs+cu sbs+pb
    sbs+ss pvc+pir pvc+min pvc+wood pvc+alu pvc+zn pvc+cu pvc+pb pvc+ss pvc+pe tpo+eps tpo+pir tpo+min
    tpo+wood tpo+alu tpo+zn tpo+cu tpo+pb tpo+ss tpo+pe epdm+eps epdm+pir epdm+min epdm+wood epdm+cem
    epdm+alu epdm+zn epdm+pb epdm+ss epdm+pe eps+pe pir+pe min+pe wood+pe cem+pe alu+pe zn+pe cu+pe
    pb+pe ss+pe
test | Foam holds on clean aged bitumen only; oils spoil the bond.
    bit+spf
test | Oils bleed from one into the other; foils cockle, underlays lose their water hold.
    bit+trt bit+pe
test | Acid run-off pits bare metal below; coated or kept out of the run-off.
    bit+alu bit+cu bit+pb
separate | Acid run-off of sunlit bitumen eats zinc and its coat: gravel or mineral face above, coated metal below.
    bit+zn
forbidden | Solvent softens bitumen and stays in it.
    bit+solv
separate | Oils swell rubber: separating fleece, or a fleece-backed sheet with the maker's word.
    sbs+epdm
test | Oils soften the tack of the tape; some self-adhered sheets have a tape of their own.
    sbs+but sbs+acr
test | Bitumen bleeds; sanded or mineral face and the system's primer.
    sbs+pu sbs+liq
separate | Torching melts polystyrene: faced board or a cold self-adhered first layer.
    sbs+eps
test | Foam holds on clean mineral face; foils and talc do not.
    sbs+spf
test | Oil-borne preservatives soften the bitumen.
    sbs+trt
separate | Acid run-off of sunlit bitumen: mineral-faced sheet, coated metal.
    sbs+zn
test | Bitumen grips a foil for good and oils cockle it; some foils are its release film.
    sbs+pe
test | Only the primer of the same system; solvents soften the sheet.
    sbs+solv
forbidden | Cannot be welded or glued to each other: clamp with a metal profile.
    pvc+tpo
separate | Plasticiser wanders into rubber; no weld: separate and clamp.
    pvc+epdm
test | Plasticiser softens the bond in time; the sheet's maker names what holds.
    pvc+but pvc+acr pvc+sil pvc+pu pvc+liq
separate | Polystyrene draws the plasticiser: fleece or faced board.
    pvc+eps
separate | Bare foam draws plasticiser and sticks: fleece or cover board.
    pvc+spf
separate | Oil and solvent of preservatives attack the sheet: fleece or foil.
    pvc+trt
separate | Rough and alkaline: protection fleece of 300 g/m2.
    pvc+cem
test | Only the system's own glue, in its temperature range.
    pvc+solv
test | No weld between them; a tape rated for both or a clamp.
    tpo+epdm
compatible | Bonds when clean and dry, primed where porous.
    tpo+but tpo+solv epdm+but epdm+solv but+eps but+pir but+min but+wood but+alu but+zn but+cu but+pb
    but+ss but+pe acr+eps acr+pir acr+spf acr+wood acr+alu acr+zn acr+cu acr+pb acr+ss acr+pe sil+eps
    sil+pir sil+spf sil+min sil+wood sil+alu sil+ss pu+pir pu+spf pu+min pu+wood pu+cem pu+alu pu+zn
    pu+cu pu+pb pu+ss liq+spf liq+cem pir+spf pir+solv spf+min spf+wood spf+cem spf+alu spf+zn spf+cu
    spf+pb spf+ss min+solv wood+solv alu+solv zn+solv cu+solv pb+solv ss+solv
test | Low surface energy: system primer and a peel test.
    tpo+acr tpo+pu tpo+liq
forbidden | Silicone does not hold on polyolefin.
    tpo+sil
test | Foam hardly holds on polyolefin.
    tpo+spf
test | Oil-borne preservatives soften some grades.
    tpo+trt
separate | Rough: protection fleece.
    tpo+cem
test | Rubber needs its cleaner and primer; peel test.
    epdm+acr epdm+sil epdm+pu epdm+liq
test | Holds on primed rubber only; exotherm limit of the pass.
    epdm+spf
test | Oil-borne preservatives swell rubber.
    epdm+trt
test | Copper ions age some rubbers where water stands.
    epdm+cu
test | Oils of the butyl hinder the cure or the bond of the other.
    but+acr but+pu but+liq but+spf
forbidden | Silicone does not hold on butyl, its oils weaken the tack.
    but+sil
test | Needs primer and a dry, dust-free face.
    but+trt but+cem
forbidden | Solvent dissolves the tack; let primers flash off wholly.
    but+solv
forbidden | Nothing sticks on silicone, nor its traces.
    acr+sil
test | Dispersion may be softened by monomers and moisture of cure.
    acr+pu acr+liq
test | Fibrous, dusty or damp face: primer and a peel test.
    acr+min acr+trt acr+cem
test | Solvent softens the acrylic; flash-off first.
    acr+solv
test | New on old holds only when clean and of the same cure.
    sil+sil
forbidden | Neither bonds to the other: cut the old out to clean ground.
    sil+pu
forbidden | Nothing holds on silicone, except silicone.
    sil+liq
test | Preservative oils spoil the bond.
    sil+trt
test | Acetic cure reacts with lime and corrodes these metals: neutral cure only.
    sil+cem sil+zn sil+cu sil+pb
forbidden | No bond on polyolefin foil: tape made for it.
    sil+pe
test | Traces of silicone spoil primers; primers only as the sealant's maker says.
    sil+solv
test | Solvents or monomers of one attack the other: solvent-free grade, trial.
    pu+liq pu+eps pu+trt pu+solv
forbidden | No lasting bond on untreated polyolefin foil.
    pu+pe
separate | Monomers dissolve polystyrene: faced board or a sealing coat.
    liq+eps
test | Fibrous, sooty or moving ground: fleece, primer, pull test.
    liq+pir liq+min liq+wood liq+trt
test | Bright metal is abraded, cleaned and primed; pull test.
    liq+alu liq+zn liq+cu liq+pb liq+ss
forbidden | No bond on polyolefin foil.
    liq+pe
test | Trapped solvent blisters the coat.
    liq+solv
compatible | Dry layers side by side; no exchange known.
    eps+pir eps+min eps+wood eps+cem pir+min pir+wood pir+trt pir+alu pir+zn pir+cu pir+pb pir+ss
    min+wood min+trt min+alu min+zn min+cu min+pb min+ss wood+trt wood+alu wood+cu wood+ss trt+cu cem+cu
    cem+ss
test | Heat of a thick pass melts the board: thin first pass.
    eps+spf
test | Solvent- and oil-borne preservatives dissolve polystyrene.
    eps+trt
separate | Dark sheet in sun passes 80 C, polystyrene softens: another board or an air gap under sheet metal.
    eps+alu eps+zn eps+cu eps+pb eps+ss
forbidden | Solvent dissolves polystyrene.
    eps+solv
separate | Fresh alkali eats aluminium facings: foil between.
    pir+cem
test | Foam holds poorly; foil acts as release.
    spf+trt spf+pe
test | Trapped solvent blisters and burns: flash off.
    spf+solv
separate | Board must stay dry: foil under screed and mortar.
    min+cem
separate | Damp rises into the wood: damp-proof strip under plates.
    wood+cem
test | Acids of oak, chestnut and cedar eat these metals; other woods dry and with a structured mat or felt.
    wood+zn wood+pb
test | Two salts in one joint: keep fixings to the worse.
    trt+trt
test | Salts and damp: keep dry; stainless of a marine grade where chlorides come too.
    trt+cem trt+pb trt+ss
forbidden | Copper salts eat aluminium wherever it gets damp.
    trt+alu
separate | Copper salts eat zinc: thick hot-dip coat or stainless for every fixing, foil under sheet.
    trt+zn
test | Surface-active salts make breather underlay leak.
    trt+pe
test | Oil film spoils the bond.
    trt+solv
forbidden | Alkali eats aluminium while wet: coat or strip between before casting.
    cem+alu
separate | Alkali and lime water eat the metal while wet: strip or bitumen paint between.
    cem+zn cem+pb
test | Ground must be dry to the glue's limit, else it never cures.
    cem+solv
compatible | Near each other in the galvanic row.
    alu+zn zn+pb cu+pb cu+ss pb+ss
forbidden | Water off copper and direct contact eat aluminium.
    alu+cu
test | Galvanic couple in salt air; paint the joint.
    alu+pb
test | Small stainless in large aluminium is fine; salt air asks for washers.
    alu+ss
forbidden | Water off copper eats zinc downstream; zinc above copper is allowed without contact.
    zn+cu
test | Small stainless in large zinc is fine, the other way round is not.
    zn+ss
test | Glue of the system only; foil swells.
    pe+solv
"""
"""A value and its reason, then, indented, the pairs that it holds of: our judgement, after trade
knowledge; the products' own approvals outrank it."""

FACES = """\
cem:
    lime-plaster cement-plaster mortar-bed
    aerated-concrete cement-screed dense-concrete foamed-concrete hollow-core-plank lightweight-concrete
    reinforced-concrete
min:
    clay-plaster wood-wool-board stone-wool-tapered
    aerogel-mat calcium-silicate-board cellular-glass cement-particle-board clay-tile concrete-paver
    concrete-tile earth-cover extensive-substrate fibre-cement-board fibre-cement-slate filter-fleece
    glass-wool-batt glass-wool-batt-dense glass-wool-blown gravel-ballast gypsum-board gypsum-cover-board
    gypsum-fibre-board gypsum-plaster intensive-substrate magnesia-board perlite-board perlite-loose
    protection-fleece separation-fleece slate stone-wool-batt stone-wool-dual-density stone-wool-slab
wood:
    oriented-strand-board-measured reed-board
    airtight-paper cellulose-blown cellulose-dense cork-board glued-laminated-timber hard-fibreboard
    hardwood hemp-batt kraft-facing laminated-timber-panel medium-density-fibreboard oriented-strand-board
    particle-board plywood plywood-dense sheep-wool softwood softwood-dense straw-panel
    structural-panel-core wood-fibre-blown wood-fibre-board wood-fibre-flexible wood-fibre-underlay
    wood-shingles
pe:
    reflective-foil underlay-open-adhered underlay-open-loose
    aluminium-foil-barrier drainage-board drainage-mat polyethylene-sheet rain-shedding-layer retarder-fixed-10
    retarder-fixed-2 retarder-variable retarder-variable-strong root-barrier structured-mat
    underlay-open underlay-open-taped underlay-synthetic-closed
alu:
    aluminium-sheet
sbs:
    bitumen-aluminium-cold bitumen-base-self-adhered bitumen-two-ply-cold
    bitumen-aluminium-barrier bitumen-root-resistant bitumen-two-ply self-adhered-bitumen-barrier
    underlay-self-adhered
bit:
    eps-bitumen-faced mastic-asphalt hot-bitumen-bed
    bitumen-built-up bitumen-shingles soft-fibreboard-bituminised underlay-bitumen-felt
cu:
    copper-sheet
epdm:
    epdm-sheet epdm-sheet-1.5
eps:
    eps-tapered
    eps-grey eps-white xps
pb:
    lead-sheet
liq:
    polyurethane-coating
    liquid-applied
pir below, wood above:
    nail-base-ventilated
    nail-base-foam
pir:
    pir-tapered cover-board-foam
    phenolic-board pir-cold pir-fleece pir-foil polyurethane-board vacuum-panel
tpo:
    polyolefin-sheet
pvc:
    pvc-sheet
sil:
    silicone-coating-granules
    silicone-coating
spf:
    spray-foam-closed spray-foam-open
zn:
    metal-faced-panel
    steel-deck steel-sheet zinc-sheet
acr:
    acrylic-coating adhesive-water-borne
    variable-paint
ss:
    stainless-sheet stainless-member
pu:
    adhesive-polyurethane
solv:
    adhesive-solvent
sbs below, alu above:
    aluminium-self-adhered
"""
"""Family of the face of each material of the library, then, indented, the materials: the face decides
what may touch it, not the core. Our judgement."""
