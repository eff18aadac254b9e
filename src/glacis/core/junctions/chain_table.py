# SPDX-License-Identifier: GPL-3.0-or-later
"""Default chains of the four controls by kind of junction.

Trade knowledge, to be confirmed by whoever draws the junction; each link can be changed in the project.
"""

CHAINS = """\
[eaves-warm]
water: covering > gutter | lap | from | - | roofer | roof designer | overhangs a third of the gutter
water: underlay > eaves tray | lap | from | 150 | roofer | roof designer | laps
water: eaves tray > gutter | lap | from | - | sheet metal | roof designer | drips behind its front edge
air: roof air layer > plate strip | tape | from | - | carpenter | roof designer | tape on a firm ground, turned down
    before the tails go on
air: plate strip > wall air layer | tape | from | - | fit-out | architect | plastered in or taped
vapour: roof vapour layer > plate strip | tape | from | - | carpenter | roof designer | tape
vapour: plate strip > wall vapour layer | tape | from | - | fit-out | architect | tape or plaster
thermal: over-rafter board > plate infill | pressed | none | - | carpenter | roof designer | pressed, foam in the
    joint
thermal: plate infill > wall insulation | pressed | none | - | insulator | architect | pressed
[eaves-cold]
water: covering > gutter | lap | from | - | roofer | roof designer | overhangs a third of the gutter
water: underlay > eaves tray | lap | from | 150 | roofer | roof designer | laps
water: eaves tray > gutter | lap | from | - | sheet metal | roof designer | drips behind its front edge
air: ceiling air layer > wall air layer | tape | none | - | fit-out | architect | strip over the plate before the
    trusses, tape after
vapour: ceiling vapour layer > wall vapour layer | tape | none | - | fit-out | architect | tape
thermal: ceiling insulation > baffle at the plate | pressed | none | - | insulator | roof designer | filled tight
    behind it, height of the heel
thermal: baffle at the plate > wall insulation | pressed | none | - | carpenter | roof designer | board on edge over
    the plate
[eaves-heel]
water: covering > gutter | lap | from | - | roofer | roof designer | overhangs a third of the gutter
water: underlay > eaves tray | lap | from | 150 | roofer | roof designer | laps
water: eaves tray > gutter | lap | from | - | sheet metal | roof designer | drips behind its front edge
air: ceiling air layer > wall air layer | tape | none | - | fit-out | architect | strip over the plate before the
    trusses
vapour: ceiling vapour layer > wall vapour layer | tape | none | - | fit-out | architect | tape
thermal: ceiling insulation > heel board | pressed | none | - | insulator | roof designer | full depth to it
thermal: heel board > wall insulation | pressed | none | - | carpenter | structural engineer | wall sheathing and
    insulation run up the heel
[eaves-gutter]
water: roof sheet > gutter lining | weld | from | 150 | roofer | roof designer | laps or welds
water: gutter lining > outlet | clamp | from | - | plumber | services engineer | clamp ring
water: gutter lining > overflow spout | lap | from | - | sheet metal | roof designer | set under the lining, pan
    outwards
air: roof air layer > gutter sole air layer | tape | none | - | carpenter | roof designer | tape under the sole
air: gutter sole air layer > wall air layer | tape | none | - | fit-out | architect | tape
vapour: roof vapour layer > gutter sole vapour layer | tape | none | - | carpenter | roof designer | tape
vapour: gutter sole vapour layer > wall vapour layer | tape | none | - | fit-out | architect | tape
thermal: roof insulation > gutter sole insulation | pressed | none | - | insulator | roof designer | pressed, least
    thickness stated
thermal: gutter sole insulation > wall insulation | pressed | none | - | insulator | architect | pressed
[verge]
water: covering > verge unit or trim | lap | from | - | roofer | roof designer | overhangs or is covered by its
    upstand
water: underlay > verge batten edge | lap | from | - | roofer | roof designer | turned up or lapped out over the
    ladder
air: roof air layer > gable air layer | tape | none | - | fit-out | architect | tape along the gable head, past
    every purlin
vapour: roof vapour layer > gable vapour layer | tape | none | - | fit-out | architect | tape
thermal: roof insulation > ladder infill | pressed | none | - | carpenter | roof designer | each ladder field filled
thermal: ladder infill > wall head insulation | pressed | none | - | insulator | architect | pressed on the gable
    head
[ridge]
water: covering, both sides > ridge cap | lap | to | - | roofer | roof designer | cap over both top courses
water: underlay, windward side > underlay, other side | lap | from | 150 | roofer | roof designer | laps over, or
    vent strip over both
air: air layer, one side > air layer, other side | tape | none | - | carpenter | roof designer | strip over the
    ridge board before the boards
vapour: vapour layer, one side > vapour layer, other side | tape | none | - | fit-out | roof designer | tape
thermal: boards, one side > boards, other side | pressed | none | - | carpenter | roof designer | mitred or void
    seen and foamed
[mono-top]
water: covering > top trim | lap | to | 30 | sheet metal | roof designer | trim over the top course, drips clear of
    the wall
water: underlay > wall water layer | lap | from | 100 | roofer | roof designer | turned over the top edge, down over
    the wall sheet
air: roof air layer > wall air layer | tape | none | - | fit-out | architect | strip over the plate
vapour: roof vapour layer > wall vapour layer | tape | none | - | fit-out | architect | tape
thermal: roof insulation > edge infill | pressed | none | - | insulator | roof designer | filled behind the edge
    board
thermal: edge infill > wall insulation | pressed | none | - | insulator | architect | pressed
[hip]
water: covering, both sides > hip cap | lap | to | - | roofer | roof designer | cap over cut courses
water: underlay, one side > underlay, other side | lap | from | 150 | roofer | roof designer | laps past the hip
    each way
air: air layer, one side > air layer, other side | tape | none | - | carpenter | roof designer | strip over the hip
    rafter
vapour: vapour layer, one side > vapour layer, other side | tape | none | - | fit-out | roof designer | tape
thermal: boards, one side > boards, other side | pressed | none | - | carpenter | roof designer | bevelled to the
    blade tilt, foamed
[valley]
water: covering, both sides > valley lining | lap | from | 100 | roofer | roof designer | overhangs or cut to the
    line
water: underlay > valley underlay strip | lap | from | - | roofer | roof designer | side courses lap over the strip
water: valley lining > gutter | lap | from | - | sheet metal | roof designer | runs over the tilting fillet
air: air layer, one side > air layer, other side | tape | none | - | carpenter | roof designer | strip under the
    valley board
vapour: vapour layer, one side > vapour layer, other side | tape | none | - | fit-out | roof designer | tape
thermal: boards, one side > boards, other side | pressed | none | - | carpenter | roof designer | bevelled, foamed
[flat-edge]
water: roof sheet > edge trim flange | lap | from | - | roofer | roof designer | stripped in over the flange
water: edge trim flange > gutter or drip | lap | from | 30 | sheet metal | roof designer | drips clear of the wall
air: roof air layer > wall air layer | tape | none | - | carpenter | roof designer | strip over the edge before the
    edge timber
vapour: roof vapour layer > wall vapour layer | tape | none | - | roofer | roof designer | turned up round the
    insulation's edge
thermal: roof insulation > wall insulation | pressed | none | - | carpenter | architect | edge timber short of the
    line or insulated outside
[parapet]
water: field sheet > upstand strip | weld | to | - | roofer | roof designer | strip over the field sheet, welded
water: upstand strip > coping membrane | lap | to | - | roofer | roof designer | membrane over the head and down
    over the strip
water: coping membrane > coping | lap | to | - | sheet metal | architect | coping over, falls inwards, drips both
    sides
water: coping > wall cladding | lap | from | 50 | sheet metal | architect | drip laps over
air: roof air layer > parapet air layer | tape | none | - | roofer | roof designer | up the inner face before
    parapet framing is closed
air: parapet air layer > wall air layer | tape | none | - | fit-out | architect | over the head or through at slab
    level
vapour: roof vapour layer > parapet foot | tape | none | - | roofer | roof designer | turned up to the insulation's
    top, bonded
vapour: parapet foot > wall vapour layer | tape | none | - | fit-out | architect | slab or sealed strip through
thermal: roof insulation > parapet wrap | pressed | none | - | insulator | roof designer | inner face, head, outer
    face
thermal: parapet wrap > wall insulation | pressed | none | - | insulator | architect | pressed
[wall-level]
water: field sheet > upstand strip | lap | to | - | roofer | roof designer | strip over the field sheet, 150 mm
    above finish
water: upstand strip > termination bar and sealant | clamp | none | - | roofer | roof designer | clamped at its top
water: termination bar and sealant > counterflashing | lap | to | - | sheet metal | architect | flashing over it
water: counterflashing > wall water layer | lap | to | - | wall builder | architect | wall sheet over the flashing's
    top leg
air: roof air layer > wall air layer | tape | none | - | roofer | roof designer | turned up and taped below the
    cladding
vapour: roof vapour layer > wall vapour layer | tape | none | - | roofer | roof designer | turned up and bonded
thermal: roof insulation > upstand insulation | pressed | none | - | insulator | roof designer | pressed
thermal: upstand insulation > wall insulation | pressed | none | - | insulator | architect | to the termination, no
    bare strip
[wall-side]
water: covering > soaker or side tray | lap | from | 65 | sheet metal | roof designer | each course laps on its own
    piece, tray under
water: soaker or side tray > step flashing | lap | to | - | sheet metal | roof designer | flashing over
water: step flashing > wall water layer | lap | to | - | wall builder | architect | into the joint or under the
    cladding, tray in cavity above
air: roof air layer > wall air layer | tape | none | - | fit-out | architect | tape
vapour: roof vapour layer > wall vapour layer | tape | none | - | fit-out | architect | tape
thermal: roof insulation > wall insulation | pressed | none | - | insulator | architect | pressed, last rafter bay
    filled
[obstacle]
water: covering above > back gutter or cricket | lap | from | 150 | sheet metal | roof designer | laps over its
    upper leg
water: back gutter or cricket > side pieces | lap | from | - | sheet metal | roof designer | over
water: side pieces > front apron | lap | from | - | sheet metal | roof designer | over
water: front apron > covering below | lap | from | 150 | sheet metal | roof designer | laps over
air: roof air layer > obstacle | tape | none | - | fit-out | roof designer | collar, heat-proof at flues
vapour: roof vapour layer > obstacle | tape | none | - | fit-out | roof designer | collar
thermal: roof insulation > obstacle | pressed | none | - | insulator | services engineer | mineral fibre to the
    flue's clearance
[kerb]
water: field sheet > kerb strip | lap | to | - | roofer | roof designer | strip over the field, 150 mm above finish
water: kerb strip > rooflight frame | lap | to | - | window fitter | supplier | frame over the kerb's top with its
    seal
air: roof air layer > kerb air layer | tape | none | - | roofer | roof designer | turned up inside or outside the
    kerb
air: kerb air layer > rooflight frame | tape | none | - | window fitter | supplier | tape
vapour: roof vapour layer > kerb vapour layer | tape | none | - | roofer | roof designer | turned up to the top of
    the kerb
vapour: kerb vapour layer > rooflight frame | tape | none | - | window fitter | supplier | tape
thermal: roof insulation > kerb insulation | pressed | none | - | insulator | roof designer | pressed
thermal: kerb insulation > rooflight frame | pressed | none | - | window fitter | supplier | to the frame's
    insulated zone
[roof-window]
water: covering above > head flashing | lap | from | - | roofer | supplier | over its upper leg, underlay gutter
    above
water: head flashing > side flashing | lap | from | - | window fitter | supplier | over
water: side flashing > sill apron | lap | from | - | window fitter | supplier | over
water: sill apron > course below | lap | from | - | window fitter | roof designer | over a whole course
water: underlay > underlay collar | lap | from | - | window fitter | roof designer | lapped, gutter at the head
air: roof air layer > window air collar | tape | none | - | fit-out | supplier | tape, folded corners
vapour: roof vapour layer > window air collar | tape | none | - | fit-out | supplier | tape
thermal: roof insulation > insulating frame | pressed | none | - | window fitter | supplier | round the frame,
    lining splayed
[outlet]
water: field sheet > outlet flange | clamp | from | - | roofer | services engineer | over the flange, clamp ring or
    weld, in a sump
water: outlet flange > drain pipe | lap | from | - | plumber | services engineer | spigot into socket with the flow
air: roof air layer > outlet lower flange | clamp | none | - | roofer | roof designer | clamped or taped
vapour: roof vapour layer > outlet lower flange | clamp | none | - | roofer | roof designer | clamped or taped
thermal: roof insulation > outlet body insulation | pressed | none | - | plumber | services engineer | insulated
    body, pipe insulated 1 m below
[scupper]
water: field sheet > scupper pan flange | weld | from | - | roofer | roof designer | welded over the flange; pan
    falls outwards
water: scupper pan flange > scupper throat | weld | from | - | sheet metal | roof designer | one soldered or welded
    piece
water: scupper throat > wall face | lap | from | 30 | sheet metal | architect | runs past the face, over the wall
    sheet
air: parapet air layer > scupper throat | tape | none | - | roofer | roof designer | sealed collar all round
vapour: parapet foot > scupper throat | tape | none | - | roofer | roof designer | sealed collar
thermal: parapet wrap > scupper throat | pressed | none | - | insulator | roof designer | closed round the pan
[pipe]
water: field sheet or course below > collar | weld | to | - | roofer | roof designer | flat: welded on the field,
    150 mm high; slope: bottom over the course below
water: course above (slopes) > collar | lap | from | - | roofer | roof designer | its top edge goes under the course
    above
water: collar > pipe | clamp | none | - | roofer | supplier | clamp and sealant at the top, hood over
air: roof air layer > pipe | tape | none | - | fit-out | services engineer | grommet or tape
vapour: roof vapour layer > pipe | tape | none | - | fit-out | services engineer | grommet
thermal: roof insulation > pipe | pressed | none | - | insulator | services engineer | filled to the pipe, pipe
    insulated outside the line
[post]
water: field sheet > post sleeve | weld | to | - | roofer | roof designer | sleeve welded on the field, 150 mm high
water: post sleeve > post | clamp | none | - | roofer | supplier | clamp under a hood
air: roof air layer > base plate | tape | none | - | roofer | roof designer | seal under the plate before boards
vapour: roof vapour layer > base plate | tape | none | - | roofer | roof designer | seal
thermal: roof insulation > post wrap | pressed | none | - | insulator | structural engineer | insulation round what
    stands proud, or a firm pad with its bolts counted
[movement-joint]
water: sheet, one side > sheet, other side | cover | none | - | roofer | structural engineer | raised kerbs with a
    loop or cap, never in a low place
air: air layer, one side > air layer, other side | tape | none | - | roofer | roof designer | loop
vapour: vapour layer, one side > vapour layer, other side | tape | none | - | roofer | roof designer | loop
thermal: insulation, one side > insulation, other side | pressed | none | - | insulator | roof designer | soft fibre
    in the gap
[module-joint]
water: sheet, one module > sheet, other module | cover | none | - | roofer | supplier | cover strip welded over both
    on site after gaskets are pressed
air: air layer, one module > air layer, other module | pressed | none | - | module maker | supplier | compression
    gasket, mounted on one side
vapour: vapour layer, one module > vapour layer, other module | pressed | none | - | fit-out | supplier | gasket or
    tape from inside
thermal: insulation, one module > insulation, other module | pressed | none | - | module maker | supplier | soft
    strip pressed to half
[break]
water: upper covering > break flashing | lap | from | 150 | roofer | roof designer | laps over its upper leg
water: break flashing > lower covering | lap | from | - | sheet metal | roof designer | laps by the lower pitch's
    rule
water: upper underlay > lower underlay | lap | from | 150 | roofer | roof designer | laps
air: upper air layer > lower air layer | tape | none | - | carpenter | roof designer | strip
vapour: upper vapour layer > lower vapour layer | tape | none | - | fit-out | roof designer | tape
thermal: upper insulation > lower insulation | pressed | none | - | carpenter | roof designer | bevelled
[threshold]
water: field sheet > sill upstand | lap | to | - | roofer | architect | 150 mm above finish, or 50 mm with a drained
    channel and the designer's name
water: sill upstand > sill pan | lap | to | - | window fitter | architect | pan's front leg over the upstand
water: sill pan > door frame | lap | to | - | window fitter | supplier | frame stands in the pan; pan has end dams
    and falls out
air: roof air layer > door frame | tape | none | - | window fitter | architect | tape inside the water line
vapour: roof vapour layer > door frame | tape | none | - | window fitter | architect | tape
thermal: roof insulation > insulating block under the frame | pressed | none | - | insulator | architect | pressed
thermal: insulating block under the frame > floor insulation | pressed | none | - | mason | architect | pressed
[change]
water: upper sheet > lower sheet | lap | from | - | roofer | roof designer | with the fall, compatible or on a metal
    profile
air: air layer, one side > air layer, other side | tape | none | - | roofer | roof designer | tape, step bridged by
    a firm strip
vapour: vapour layer, one side > vapour layer, other side | tape | none | 150 | roofer | roof designer | lap on the
    warm side; the tighter one runs on 500 mm
thermal: insulation, one side > insulation, other side | pressed | none | 300 | insulator | roof designer | overlap
[upper-on-lower]
water: upper gutter or spout > splash pad or downpipe to the gutter | lap | from | - | plumber | roof designer |
    never free on a seam of the lower roof
water: splash pad or downpipe to the gutter > lower covering | lap | from | - | roofer | roof designer | pad loose
    on a sheet of its own
"""
"""A kind in brackets, then its links: control, from, to, how they are joined, which of the two lies over
the other and is uphill, least lap [mm] or a dash, trade, who draws it, in words. An indented line goes on
with the one before. Trade knowledge (our judgement)."""
