"""The roof in space: planes, edges, junctions and the angles of their cuts."""
