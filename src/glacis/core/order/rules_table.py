# SPDX-License-Identifier: GPL-3.0-or-later
"""Which work comes before which, and why: trade knowledge, each link of it can give way to a decision where it may.

Columns: number; tags of what comes first; tags of what follows; where both have to lie (area, piece of edge, next to
each other, below a break of the slope, where an upper roof pours, anywhere); how they hang together; how strong; least
wait, longest wait [days]; reason.
"""

RULES = """\
1 | frame | deck | area | fs | hard | 0 | - | the deck copies the faults of what it lies on
2 | deck | air,vapour | area | fs | hard | 0 | - | bed and support
2 | frame,deck | holes,roof window,insulating frame,underlay collar,window air collar,rooflight with kerb,post sleeve,
    base plate,collar,outlet,overflow,gutter,eaves tray,gutter or drip,edge trim flange,heel board,valley lining,
    valley underlay strip,upstand insulation,back gutter or cricket,front apron,side pieces | touch | fs | hard |
    0 | - | it is fixed to it
3 | air | parapet wrap,edge infill | touch | fs | firm | 0 | - | the air layer runs on unbroken beneath
4 | falls decided | frame,deck,parapet wrap,upstand insulation | area | fs | firm | 0 | - |
    they set the heights of what carries and bounds the roof
5 | plate infill,ladder infill,wall head insulation,baffle at the plate | over board | touch | fs | hard |
    0 | - | buried by the board
6 | over board | counter | area | fs | firm | 0 | - | its seams are out of reach beneath the battens
7 | valley underlay strip,valley lining | battens,covering | touch | fs | hard | 0 | - | bed, and metal laps
8 | over board | roof window,underlay collar,insulating frame | touch | fs | hard | 0 | - |
    the board runs on to the frame
10 | insulating frame | roof window | piece | fs | hard | 0 | - | the window stands in it
10 | roof window | underlay collar,window air collar | piece | fs | hard | 0 | - | it closes against the frame
10 | gauge | roof window | touch | fs | hard | 0 | - | a full course below the window
12 | baffle at the plate,heel board | fill | touch | fs | hard | 0 | - | fill blocks the air
13 | ceiling | fill | area | fs | hard | 0 | - | holds it; services and covers would be buried
16 | sheet,underlay,covering | upper sheet,upper underlay,upper covering | below | fs | hard | 0 | - |
    laps lie with the water
17 | sheet measured | board | area | fs | firm | 0 | - | measured on bare boards it lies short, and long in the sun
18 | board | sheet | next | fs | firm | 0 | 1 | rain overnight wets boards
20 | panel order | panel | area | fs | firm | 0 | - | hard to undo once the first stands
21 | panel | overhang measured | area | ss | hard | 0 | - | measured on what stands
21 | overhang measured | panel | area | ff | firm | 0 | - | growth and skew are taken up by the last panel
21 | overhang measured | underlay,covering,sheet | area | fs | firm | 0 | - | it covers the ends
22 | over board,panel,board | ridge void | touch | fs | hard | 0 | - | both sides bound it
22 | ridge void | ridge cap,hip cap | piece | fs | firm | 0 | - | air leaks most at the peak, and nobody sees it again
23 | vent slot | ridge cap,hip cap | piece | fs | firm | 0 | 1 | rain runs in
23 | underlay,second deck | vent slot | touch | fs | hard | 0 | - | it is cut through them
25 | sheet,underlay | termination bar and sealant | touch | fs | hard | 0 | - | the bar holds the turn-up
26 | termination bar and sealant | upstand strip | piece | fs | hard | 0 | - | the strip covers the bar
26 | sheet | upstand strip,kerb strip | touch | fs | hard | 0 | - | the strip laps over the field
26 | upstand strip | coping membrane,coping | piece | fs | hard | 0 | - | each covers the last
26 | coping membrane | coping | piece | fs | hard | 0 | - | each covers the last
27 | air | air test | area | fs | firm | 0 | - | leaks can be found while the layer is seen
27 | air test | board,insulation | area | fs | firm | 0 | - | test before it is covered
27 | parapet wrap,plate strip,kerb vapour layer | air test | touch | fs | firm | 0 | - |
    its fixings pierce the air layer: test it whole
28 | holes | primer,air,vapour,sheet | area | fs | firm | 0 | - | no dust and no cuts in what is laid
29 | collar,post sleeve,base plate | sheet | touch | fs | hard | 0 | - | its flange lies below the field
30 | foam | coating | next | fs | firm | 0.25 | 3 | sun rots bare foam
31 | masked | foam | area | fs | hard | 0 | - | overspray reaches cars and neighbours
32 | screen | second deck | area | fs | hard | 0 | - | out of reach beneath it
33 | deck trued | counter | area | fs | firm | 0 | - | the plane above follows the strips
33 | deck | deck trued | area | fs | hard | 0 | - | it has to be there
34 | flood test | fleece,drainage,planting,ballast | area | fs | firm | 0 | - |
    leaks can be found; what covers it would hide them
34 | root | drainage,planting | area | fs | hard | 0 | - | roots
35 | fleece | ballast,planting | area | fs | firm | 0 | - | stones between stone and sheet
36 | splash pad or downpipe to the gutter,splash pad or downpipe to the gutter | upper covering,upper sheet | pours |
    fs | firm | 0 | - | the upper roof pours on to the lower from its first course
37 | bonded | - | next | fs | hard | 0.25 | - | glue cures before feet
38 | machine | panel,roof window,rooflight with kerb | anywhere | fs | firm | 0 | - | nowhere to stand
39 | delivery | covering,sheet,board,panel,insulation | area | fs | wish | 0 | - | it has to be there
40 | load check | delivery,covering,sheet,board,panel | area | fs | hard | 0 | - | decks fail under pallets
41 | deck dry | air,vapour,primer | area | fs | firm | 0 | - | what is closed in stays wet
43 | flood test | inner,lining,service | area | fs | firm | 0 | - |
    nothing that swells or stains under an untested roof
44 | deck | drying,deck dry | area | fs | hard | 0 | - | it has to be there
44 | drying | deck dry | area | fs | firm | 0 | - | the reading ends the drying
45 | primer | air,sheet | area | fs | hard | 0.125 | 1 | the primer dries, and goes stale
47 | gutter,eaves tray,gutter or drip,edge trim flange,gutter lining | underlay,covering,sheet | touch | fs |
    hard | 0 | - | metal laps under the field
47 | underlay | underlay collar | touch | fs | firm | 0 | - | the collar is lapped into it
47 | underlay | verge unit or trim,verge batten edge | touch | fs | hard | 0 | - | the verge laps over
49 | air | outlet | touch | fs | hard | 0 | - | both planes are sealed to it
49 | outlet | air test | touch | fs | firm | 0 | - | sealed first, tested whole
49 | sheet | outlet clamped | touch | fs | hard | 0 | - | the sheet lies between the rings
50 | back gutter or cricket,gutter sole insulation | sheet,covering | touch | fs | hard | 0 | - | the field lies on it
51 | covering | step flashing,soaker or side tray | touch | ss | hard | 0 | - | each course laps, course by course
51 | step flashing,soaker or side tray | covering | touch | ff | hard | 0 | - |
    the last course laps over the last flashing
52 | upstand strip | counterflashing | piece | fs | hard | 0 | - | each laps over the last
52 | step flashing,soaker or side tray | counterflashing | piece | fs | hard | 0 | - | each laps over the last
52 | covering | ridge cap,hip cap,top trim,verge unit or trim,counterflashing,
    splash pad or downpipe to the gutter | touch | fs | hard | 0 | - | it closes what it laps over
53 | edge protection | - | anywhere | fs | hard | 0 | - | people fall
54 | permit | hot | area | fs | firm | 0 | - | fire
55 | pull test | fixings ordered | area | fs | firm | 0 | - | how many, and how long
55 | fixings ordered | board,sheet | area | fs | firm | 2 | - | they have to come
56 | survey | strip | anywhere | fs | hard | 0 | - | people and structure: load, fibres, moisture
57 | outlets live | strip | area | fs | firm | 0 | - | a storm over an open roof
58 | strip | deck dry,air,vapour,insulation,sheet | area | fs | hard | 0 | - | nothing new lies on the old
59 | upstand strip,outlet clamped,kerb strip,coping membrane | flood test | touch | fs | firm | 0 | - |
    no test with open upstands
59 | sheet | flood test | area | fs | hard | 0 | - | nothing to test before
60 | rooflight with kerb | guard | touch | ss | hard | 0 | - | rooflights are fragile
60 | kerb strip | rooflight with kerb | piece | fs | hard | 0 | - | the kerb is flashed before the glass
"""

CLOCKS = """\
underlay-open,underlay-open-taped,underlay-open-adhered,
    underlay-open-loose | breather underlay as temporary cover | 14 28 42
underlay-bitumen-felt | bituminous felt underlay | 7 14 30
self-adhered-bitumen-barrier,bitumen-aluminium-cold,bitumen-base-self-adhered | self-adhered bituminous sheet | 30 60 90
underlay-self-adhered | self-adhered high-temperature underlay | 60 90 180
polyethylene-sheet,retarder-fixed-2,retarder-fixed-10,retarder-variable,
    retarder-variable-strong | loose plastic vapour sheet | 3 7 14
bitumen-aluminium-barrier,aluminium-self-adhered | bituminous vapour sheet as emergency seal | 28 60 120
family:polystyrene,family:extruded,family:polyurethane,family:phenolic,family:foam | foam board in rain | 0 0 1
family:mineral-fibre | mineral fibre board in rain | 0 0 0
wood-fibre-underlay,wood-fibre-board | wood-fibre underlay board | 28 60 90
family:wood-board,laminated-timber-panel,softwood,softwood-dense | timber board or panel deck in rain | 3 14 28
gypsum-cover-board | gypsum cover board in rain | 0 0 1
spray-foam-closed,spray-foam-open | sprayed foam in sunlight | 1 2 3
"""
"""How long things may lie open [days]: materials or families, what the clock is called, low, typical and high. All
assumed; the product's own limit outranks them."""
SCREED_SLOW = 0.05
"""Thickness up to which screed dries a day for each millimetre, two beyond [m]; our judgement after site practice."""


def whole_lines(text: str) -> list[str]:
    """Lines with those that go on joined to them: after a comma without a gap."""
    lines: list[str] = []
    for line in text.splitlines():
        if not line.startswith(" "):
            lines.append(line)
        elif lines[-1].endswith(","):
            lines[-1] += line.strip()
        else:
            lines[-1] += f" {line.strip()}"
    return lines
