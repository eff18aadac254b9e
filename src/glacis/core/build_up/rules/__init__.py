"""Rules about the order of layers, their protection and the insulation."""
