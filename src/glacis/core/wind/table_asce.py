# SPDX-License-Identifier: GPL-3.0-or-later
"""External pressure coefficients GC_p of roofs, ASCE 7-16 and 7-22, figures 30.3-2 and 30.5-1, and 7-10, figure 30.4-2.

A line: form, pitches [°], mark, figure, then by zone effective wind area [ft²] : GC_p, linear in the logarithm of the
area between them and constant beyond. Values marked unsure hold at 10 ft² and are not made smaller with area.
"""

TABLE_ASCE = """
flat | 0-7 | sure | 7-16/22 fig 30.3-2A | 1' 100:-0.9 1000:-0.4; 1 10:-1.7 500:-1; 2 10:-2.3 500:-1.4
flat | 0-7 | sure | 7-16/22 fig 30.3-2A | 3 10:-3.2 500:-1.4; all+ 10:0.3 100:0.2
gable | 7-20 | unsure | 7-16/22 fig 30.3-2B to D | 1 10:-2; 2e 10:-2; 2n 10:-3; 2r 10:-3; 3e 10:-3; 3r 10:-3.6
gable | 20-27 | unsure | 7-16/22 fig 30.3-2B to D | 1 10:-1.5; 2e 10:-1.5; 2n 10:-2.5; 2r 10:-2.5; 3e 10:-2.5
gable | 20-27 | unsure | 7-16/22 fig 30.3-2B to D | 3r 10:-3.6
gable | 27-45 | unsure | 7-16/22 fig 30.3-2B to D | 1 10:-1.8; 2e 10:-1.8; 2n 10:-2; 2r 10:-2; 3e 10:-3.2
gable | 27-45 | unsure | 7-16/22 fig 30.3-2B to D | 3r 10:-3.2
gable-hip-2010 | 7-27 | sure | 7-10 fig 30.4-2B and C | 1 10:-0.9 100:-0.8; 2 10:-1.7 100:-1.2
gable-hip-2010 | 7-27 | sure | 7-10 fig 30.4-2B and C | 3 10:-2.6 100:-2
gable-hip-2010 | 27-45 | sure | 7-10 fig 30.4-2B and C | 1 10:-1 100:-0.8; 2 10:-1.2 100:-1; 3 10:-1.2 100:-1
flat-tall | 0-10 | recalled | 7-16 fig 30.5-1 | 1 10:-1.4 500:-0.9; 2 10:-2.3 500:-1.6; 3 10:-3.2 500:-2.3
"""
