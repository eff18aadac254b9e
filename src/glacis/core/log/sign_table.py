# SPDX-License-Identifier: GPL-3.0-or-later
"""Causes of wet roofs, what each shows, and what tests tell: judgement, open, editable in the project.

Shares in tenths stand in the order of the causes: how often a cause at work shows the sign, or makes the test positive.
"""

VERSION = "2026-11"
"""Of the table; a result names it."""
SOURCE = "Our judgement after practice of inspection; edit it where yours is better"

CAUSES = """\
leak | 20 | Bulk leak through field, seam, flashing or penetration
wall | 12 | Water from parapet, coping or wall above
air | 14 | Indoor air leaking to a cold layer
diffusion | 6 | Vapour diffusion, layers that cannot dry
built-in | 7 | Built-in or closed-in water
surface | 6 | Condensation on cold inner surface
drainage | 9 | Drainage: fall, outlet, overflow
ventilation | 6 | Ventilation starved or without drive
wind | 4 | Wind: uplift, flutter, loosened edge
ageing | 7 | Age, sun and heat on the sheet
roots | 1.5 | Roots, plants, animals
traffic | 5 | Traffic, puncture, hail
adhesion | 3 | Incompatible or failed bond
ice | 3 | Ice dam and snow melt backing up
services | 6.5 | Pipe, drain or cooling condensate, not the roof
"""
"""Id; how often it is the cause of a hundred or so wet roofs nobody knows more about; name."""
SIGNS = """\
after-rain | time | 0.05 | 8600 0060 4647 310 | Wets within hours of rain
cold-dry | time | 0.05 | 0085 2706 0000 022 | Wets in cold dry weather, not after mild rain
always | time | 0.03 | 1101 3130 0111 007 | Wet whatever the weather
first-year | time | 0.10 | 3342 8323 1002 402 | Began within a year of building
hot-after-cold | time | 0.03 | 2055 5004 0000 010 | Drips on the first hot days after cold or wet
thaw | time | 0.03 | 2030 0032 0000 090 | Comes with snow on the roof or at thaw
after-storm | time | 0.05 | 3000 0000 8102 000 | Began after a windstorm
after-visit | time | 0.05 | 2000 0000 0008 102 | Began after people or plant were on the roof
at-wall | place | 0.05 | 3800 0310 1100 020 | Stain at parapet or wall foot
at-eaves | place | 0.05 | 1102 0432 0000 070 | Stain along the eaves
at-outlet | place | 0.05 | 6010 0050 0121 102 | Stain at outlet or penetration
scattered | place | 0.05 | 0067 6216 0000 000 | Spots scattered over the whole field
at-ridge | place | 0.03 | 1082 1004 0000 000 | Worst at ridge or high point
patch | place | 0.05 | 8600 1040 4348 436 | One confined wet patch of insulation
near-pipes | place | 0.05 | 1000 0000 0001 009 | Near pipes or cooling plant
rusty-tips | hidden | 0.05 | 2074 3207 0000 010 | Rusty or frosted fixing tips
dust-streaks | hidden | 0.03 | 0082 0003 0000 000 | Dust-marked fibre at joints of insulation
underside-wet | hidden | 0.05 | 0066 3006 0000 010 | Deck wettest at its underside
water-on-vcl | hidden | 0.02 | 6501 5040 1225 113 | Water standing on the vapour layer
soft-deck | hidden | 0.05 | 5455 3045 1212 020 | Soft or springy deck
blisters | surface | 0.05 | 1023 7000 0100 700 | Blisters in the sheet
open-seam | surface | 0.05 | 7100 0010 4611 710 | Open seam, lap or split
weathered | surface | 0.10 | 1000 0000 1900 200 | Crazed, chalked or shrunken sheet
ponding | surface | 0.10 | 1000 0090 0010 010 | Water stands over 48 h
blocked | surface | 0.05 | 0000 0080 0030 000 | Outlet blocked or silted
edge-loose | surface | 0.03 | 0100 0000 9100 300 | Edge metal displaced, sheet flutters
marks | surface | 0.05 | 1000 0000 1009 000 | Cuts, dents, hail marks
plants | surface | 0.05 | 0100 0030 0290 000 | Plants or roots in joints
coping | surface | 0.05 | 0900 0000 2100 000 | Coping open, tilted outward, wall stained below
sticky | surface | 0.02 | 0000 0000 0200 900 | Sheet swollen, sticky or brittle at a contact
ceiling-gaps | inside | 0.15 | 0080 0002 0000 020 | Gaps or draught at the ceiling layer
humid-rooms | inside | 0.10 | 0046 0702 0000 000 | Winter indoor humidity above 55 % or wet use
cold-corner | inside | 0.05 | 0020 0900 0000 010 | Mould or drops on cold inner corners
no-vent-path | drawing | 0.10 | 0010 0009 0000 010 | Vents blocked, missing or without a path
double-trap | drawing | 0.15 | 0007 5000 0000 000 | Tight layers on both sides of a wettable one
meter | inside | 0.01 | 0000 0000 0000 006 | Water meter turns with taps shut
"""
"""Id; where one looks; how often it is there without any of the causes; tenths; words."""
TESTS = """\
hose | 3 | 9700 0040 4759 510 | water comes in | Hose or flood test, section by section
follow | 6 | 9800 0070 6768 530 | follows rain | Four weeks of readings beside rain and cold
infrared | 3 | 8621 2050 4448 426 | confined wet patch | Infrared at dusk after a sunny day
core | 10 | 0088 3008 0000 010 | wettest at deck underside | Core cut, layers weighed
blower | 3 | 1191 1013 1000 010 | strong flow to the roof | Fan pressure and smoke at the ceiling
logger | 1 | 0046 0802 0000 000 | more vapour than designed for | Two weeks of indoor humidity and temperature
cold-morning | 1 | 0010 0901 0000 030 | below the mould limit | Surface temperatures on a cold morning
levels | 3 | 0000 0090 0000 010 | stands or runs back | Levels and a bucket of water
edge | 3 | 1100 0000 9200 400 | loose | Edge and fixing check, pull test
pipes | 1 | 0000 0000 0000 009 | loses pressure or drips | Shut and pressure-test pipes; run cooling
probe | 1 | 6000 0000 3610 800 | opens | Probe and peel the seams
records | 1 | 0000 8000 0000 200 | closed in wet | Photographs and rain records of closing-in
vent | 1 | 0000 0009 0000 010 | blocked or still | Mirror and smoke through the vent path
electric | 3 | 8200 0000 3569 400 | breach found | Low-voltage leak location
coping-lift | 3 | 0900 0000 1000 000 | wet below | Lift one coping
"""
"""Id; cost as a multiple of an hour's visit; tenths; what positive means; words."""
BACKGROUND = 0.05
"""How often a test is positive without any of the causes [-]; our judgement."""
OPENING = ("core",)
"""Tests that open the roof; by definition."""
