# SPDX-License-Identifier: GPL-3.0-or-later
"""External pressure coefficients of roofs and walls, EN 1991-1-4:2005, tables 7.1 to 7.5.

A line: roof, wind from, parameter, mark, table, then by zone c_pe,10/c_pe,1 of suction and, with a plus, of pressure.
Parameters are the pitch [°] (mono, duo, hip, flat-mansard; negative for troughs), h_p/h (flat-parapet), r/h
(flat-curved) and h/d (wall). What is marked recalled wants to be settled against the standard before a verdict is
called final.
"""

EDITION = "EN 1991-1-4:2005"
TABLE_EN = """
flat-sharp | any | 0 | sure | table 7.2 | F -1.8/-2.5; G -1.2/-2; H -0.7/-1.2; I -0.2/-0.2 +0.2/0.2
flat-parapet | any | 0.025 | sure | table 7.2 | F -1.6/-2.2; G -1.1/-1.8; H -0.7/-1.2; I -0.2/-0.2 +0.2/0.2
flat-parapet | any | 0.05 | sure | table 7.2 | F -1.4/-2; G -0.9/-1.6; H -0.7/-1.2; I -0.2/-0.2 +0.2/0.2
flat-parapet | any | 0.1 | sure | table 7.2 | F -1.2/-1.8; G -0.8/-1.4; H -0.7/-1.2; I -0.2/-0.2 +0.2/0.2
flat-curved | any | 0.05 | recalled | table 7.2 | F -1/-1.5; G -1.2/-1.8; H -0.4/-0.4; I -0.2/-0.2 +0.2/0.2
flat-curved | any | 0.1 | recalled | table 7.2 | F -0.7/-1.2; G -0.8/-1.4; H -0.3/-0.3; I -0.2/-0.2 +0.2/0.2
flat-curved | any | 0.2 | recalled | table 7.2 | F -0.5/-0.8; G -0.5/-0.8; H -0.3/-0.3; I -0.2/-0.2 +0.2/0.2
flat-mansard | any | 30 | recalled | table 7.2 | F -1/-1.5; G -1/-1.5; H -0.3/-0.3; I -0.2/-0.2 +0.2/0.2
flat-mansard | any | 45 | recalled | table 7.2 | F -1.2/-1.8; G -1.3/-1.9; H -0.4/-0.4; I -0.2/-0.2 +0.2/0.2
flat-mansard | any | 60 | recalled | table 7.2 | F -1.3/-1.9; G -1.3/-1.9; H -0.5/-0.5; I -0.2/-0.2 +0.2/0.2
mono | 0 | 5 | sure | table 7.3a | F -1.7/-2.5 +0/0; G -1.2/-2 +0/0; H -0.6/-1.2 +0/0
mono | 0 | 15 | sure | table 7.3a | F -0.9/-2 +0.2/0.2; G -0.8/-1.5 +0.2/0.2; H -0.3/-0.3 +0.2/0.2
mono | 0 | 30 | sure | table 7.3a | F -0.5/-1.5 +0.7/0.7; G -0.5/-1.5 +0.7/0.7; H -0.2/-0.2 +0.4/0.4
mono | 0 | 45 | sure | table 7.3a | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.6/0.6
mono | 0 | 60 | sure | table 7.3a | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.7/0.7
mono | 0 | 75 | sure | table 7.3a | F -0/-0 +0.8/0.8; G -0/-0 +0.8/0.8; H -0/-0 +0.8/0.8
mono | 180 | 5 | recalled | table 7.3a | F -2.3/-2.5; G -1.3/-2; H -0.8/-1.2
mono | 180 | 15 | recalled | table 7.3a | F -2.5/-2.8; G -1.3/-2; H -0.9/-1.2
mono | 180 | 30 | recalled | table 7.3a | F -1.1/-2.3; G -0.8/-1.5; H -0.8/-0.8
mono | 180 | 45 | recalled | table 7.3a | F -0.6/-1.3; G -0.5/-0.5; H -0.7/-0.7
mono | 180 | 60 | recalled | table 7.3a | F -0.5/-1; G -0.5/-0.5; H -0.5/-0.5
mono | 180 | 75 | recalled | table 7.3a | F -0.5/-1; G -0.5/-0.5; H -0.5/-0.5
mono | 90 | 5 | recalled | table 7.3b | F_up -2.1/-2.6; F_low -2.1/-2.4; G -1.8/-2; H -0.6/-1.2; I -0.5/-0.5
mono | 90 | 15 | recalled | table 7.3b | F_up -2.4/-2.9; F_low -1.6/-2.4; G -1.9/-2.5; H -0.8/-1.2
mono | 90 | 15 | recalled | table 7.3b | I -0.7/-1.2
mono | 90 | 30 | recalled | table 7.3b | F_up -2.1/-2.9; F_low -1.3/-2; G -1.5/-2; H -1/-1.3; I -0.8/-1.2
mono | 90 | 45 | recalled | table 7.3b | F_up -1.5/-2.4; F_low -1.3/-2; G -1.4/-2; H -1/-1.3; I -0.9/-1.2
mono | 90 | 60 | recalled | table 7.3b | F_up -1.2/-2; F_low -1.2/-2; G -1.2/-2; H -1/-1.3; I -0.7/-1.2
mono | 90 | 75 | recalled | table 7.3b | F_up -1.2/-2; F_low -1.2/-2; G -1.2/-2; H -1/-1.3; I -0.5/-0.5
duo | 0 | 5 | sure | table 7.4a | F -1.7/-2.5 +0/0; G -1.2/-2 +0/0; H -0.6/-1.2 +0/0; I -0.6/-0.6
duo | 0 | 5 | sure | table 7.4a | J -0.6/-0.6 +0.2/0.2
duo | 0 | 15 | sure | table 7.4a | F -0.9/-2 +0.2/0.2; G -0.8/-1.5 +0.2/0.2; H -0.3/-0.3 +0.2/0.2
duo | 0 | 15 | sure | table 7.4a | I -0.4/-0.4 +0/0; J -1/-1.5 +0/0
duo | 0 | 30 | sure | table 7.4a | F -0.5/-1.5 +0.7/0.7; G -0.5/-1.5 +0.7/0.7; H -0.2/-0.2 +0.4/0.4
duo | 0 | 30 | sure | table 7.4a | I -0.4/-0.4 +0/0; J -0.5/-0.5 +0/0
duo | 0 | 45 | sure | table 7.4a | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.6/0.6; I -0.2/-0.2 +0/0
duo | 0 | 45 | sure | table 7.4a | J -0.3/-0.3 +0/0
duo | 0 | 60 | sure | table 7.4a | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.7/0.7; I -0.2/-0.2 +0/0
duo | 0 | 60 | sure | table 7.4a | J -0.3/-0.3 +0/0
duo | 0 | 75 | sure | table 7.4a | F -0/-0 +0.8/0.8; G -0/-0 +0.8/0.8; H -0/-0 +0.8/0.8; I -0.2/-0.2 +0/0
duo | 0 | 75 | sure | table 7.4a | J -0.3/-0.3 +0/0
duo | 0 | -45 | recalled | table 7.4a | F -0.6/-0.6; G -0.6/-0.6; H -0.8/-0.8; I -0.7/-0.7; J -1/-1.5
duo | 0 | -30 | recalled | table 7.4a | F -1.1/-2; G -0.8/-1.5; H -0.8/-0.8; I -0.6/-0.6; J -0.8/-1.4
duo | 0 | -15 | recalled | table 7.4a | F -2.5/-2.8; G -1.3/-2; H -0.9/-1.2; I -0.5/-0.5; J -0.7/-1.2
duo | 0 | -5 | recalled | table 7.4a | F -2.3/-2.5; G -1.2/-2; H -0.8/-1.2; I -0.6/-0.6 +0.2/0.2
duo | 0 | -5 | recalled | table 7.4a | J -0.6/-0.6 +0.2/0.2
duo | 90 | 5 | sure | table 7.4b | F -1.6/-2.2; G -1.3/-2; H -0.7/-1.2; I -0.6/-0.6
duo | 90 | 15 | sure | table 7.4b | F -1.3/-2; G -1.3/-2; H -0.6/-1.2; I -0.5/-0.5
duo | 90 | 30 | sure | table 7.4b | F -1.1/-1.5; G -1.4/-2; H -0.8/-1.2; I -0.5/-0.5
duo | 90 | 45 | sure | table 7.4b | F -1.1/-1.5; G -1.4/-2; H -0.9/-1.2; I -0.5/-0.5
duo | 90 | 60 | sure | table 7.4b | F -1.1/-1.5; G -1.2/-2; H -0.8/-1; I -0.5/-0.5
duo | 90 | 75 | sure | table 7.4b | F -1.1/-1.5; G -1.2/-2; H -0.8/-1; I -0.5/-0.5
duo | 90 | -45 | recalled | table 7.4b | F -1.4/-2; G -1.2/-2; H -1/-1.3; I -0.9/-1.2
duo | 90 | -30 | recalled | table 7.4b | F -1.5/-2.1; G -1.2/-2; H -1/-1.3; I -0.9/-1.2
duo | 90 | -15 | recalled | table 7.4b | F -1.9/-2.5; G -1.2/-2; H -0.8/-1.2; I -0.8/-1.2
duo | 90 | -5 | recalled | table 7.4b | F -1.8/-2.5; G -1.2/-2; H -0.7/-1.2; I -0.6/-1.2
hip | any | 5 | recalled | table 7.5 | F -1.7/-2.5 +0/0; G -1.2/-2 +0/0; H -0.6/-1.2 +0/0; I -0.3/-0.3
hip | any | 5 | recalled | table 7.5 | J -0.6/-0.6; K -0.6/-0.6; L -1.2/-2; M -0.6/-1.2; N -0.4/-0.4
hip | any | 15 | recalled | table 7.5 | F -0.9/-2 +0.2/0.2; G -0.8/-1.5 +0.2/0.2; H -0.3/-0.3 +0.2/0.2
hip | any | 15 | recalled | table 7.5 | I -0.5/-0.5; J -1/-1.5; K -1.2/-2; L -1.4/-2; M -0.6/-1.2; N -0.3/-0.3
hip | any | 30 | recalled | table 7.5 | F -0.5/-1.5 +0.5/0.5; G -0.5/-1.5 +0.7/0.7; H -0.2/-0.2 +0.4/0.4
hip | any | 30 | recalled | table 7.5 | I -0.4/-0.4; J -0.7/-1.2; K -0.5/-0.5; L -1.4/-2; M -0.8/-1.2
hip | any | 30 | recalled | table 7.5 | N -0.2/-0.2
hip | any | 45 | recalled | table 7.5 | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.6/0.6; I -0.3/-0.3
hip | any | 45 | recalled | table 7.5 | J -0.6/-0.6; K -0.3/-0.3; L -1.3/-2; M -0.8/-1.2; N -0.2/-0.2
hip | any | 60 | recalled | table 7.5 | F -0/-0 +0.7/0.7; G -0/-0 +0.7/0.7; H -0/-0 +0.7/0.7; I -0.3/-0.3
hip | any | 60 | recalled | table 7.5 | J -0.6/-0.6; K -0.3/-0.3; L -1.2/-2; M -0.4/-0.4; N -0.2/-0.2
hip | any | 75 | recalled | table 7.5 | F -0/-0 +0.8/0.8; G -0/-0 +0.8/0.8; H -0/-0 +0.8/0.8; I -0.3/-0.3
hip | any | 75 | recalled | table 7.5 | J -0.6/-0.6; K -0.3/-0.3; L -1.2/-2; M -0.4/-0.4; N -0.2/-0.2
wall | any | 1 | sure | table 7.1 | A -1.2/-1.4; B -0.8/-1.1; C -0.5/-0.5; D +0.8/1; E -0.5/-0.5
wall | any | 0.25 | sure | table 7.1 | A -1.2/-1.4; B -0.8/-1.1; C -0.5/-0.5; D +0.7/1; E -0.3/-0.3
"""
"""Nought at pitches from 45° on stands for interpolation only: the table gives no suction there."""
