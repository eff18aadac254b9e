# SPDX-License-Identifier: GPL-3.0-or-later
"""Alternatives of an assembly: kept, named, promoted, removed."""

from msgspec.structs import replace

from glacis.core.errors import ValueRefused
from glacis.core.model.document import Assembly, Project, Variant
from glacis.core.model.edit import with_assembly
from glacis.core.model.lookup import by_id


def variants_of(project: Project, assembly: str) -> tuple[Variant, ...]:
    """The kept alternatives of an assembly."""
    return tuple(variant for variant in project.variants if variant.replaces == assembly)


def keep_variant(project: Project, assembly: str, name: str, made: Assembly) -> Project:
    """Keep ``made`` as an alternative of an assembly.

    Raises:
        ValueRefused: for an empty name or one that another alternative of it has.
    """
    name = name.strip()
    if not name:
        raise ValueRefused("name of the variant", name, "a few letters")
    by_id(project.assemblies, assembly, "assembly", "The variant")
    if any(v.name == name for v in variants_of(project, assembly)):
        raise ValueRefused("name of the variant", name, "a name that no other variant has")
    taken = {variant.id for variant in project.variants}
    number = 1
    while f"variant-{number}" in taken:
        number += 1
    variant = Variant(
        id=f"variant-{number}", name=name, replaces=assembly,
        assembly=replace(made, id=f"variant-{number}"),
    )  # fmt: skip
    return replace(project, variants=(*project.variants, variant))


def _with_variant(project: Project, variant: Variant) -> Project:
    items = tuple(variant if v.id == variant.id else v for v in project.variants)
    return replace(project, variants=items)


def rename_variant(project: Project, identifier: str, name: str) -> Project:
    """Give a variant another name."""
    variant = by_id(project.variants, identifier, "variant", "The project")
    if not name.strip():
        raise ValueRefused("name of the variant", name, "a few letters")
    return _with_variant(project, replace(variant, name=name.strip()))


def remove_variant(project: Project, identifier: str) -> Project:
    """Let a variant go."""
    by_id(project.variants, identifier, "variant", "The project")
    return replace(project, variants=tuple(v for v in project.variants if v.id != identifier))


def in_place(project: Project, identifier: str) -> Project:
    """The project as it would be with a variant's build-up, all else the same."""
    variant = by_id(project.variants, identifier, "variant", "The project")
    return with_assembly(project, replace(variant.assembly, id=variant.replaces))


def promote_variant(project: Project, identifier: str) -> Project:
    """Build the variant; what was built before is kept in its place as a variant."""
    variant = by_id(project.variants, identifier, "variant", "The project")
    before = by_id(project.assemblies, variant.replaces, "assembly", "The variant")
    built = in_place(project, identifier)
    kept = replace(variant, name=f"Before: {before.name}", assembly=replace(before, id=variant.id))
    return _with_variant(built, kept)
