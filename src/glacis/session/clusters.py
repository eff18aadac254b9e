# SPDX-License-Identifier: GPL-3.0-or-later
"""An existing Dask cluster as an executor, by its address: the optional extra ``cluster``."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

from glacis.core.errors import ValueRefused
from glacis.session.studies import Crew

PATIENCE = 10
"""How long a cluster has to answer [s]; our judgement."""
FIELD = "--dask"


@contextmanager
def dask_cluster(address: str) -> Iterator[Crew]:
    """The workers of a cluster, through the interface that processes of this machine have.

    They need this version of Glacis; their kernels compile where their caches have none.

    Args:
        address: of its scheduler, such as ``tcp://10.0.0.7:8786``.

    Raises:
        ValueRefused: where the extra is not installed, or nobody answers.
    """
    try:
        import distributed
    except ImportError:
        wanted = "the extra 'cluster': pip install glacis[cluster]"
        raise ValueRefused(FIELD, "no Dask in this installation", wanted) from None
    try:
        connect: Callable[..., Any] = distributed.Client
        client = connect(address, timeout=PATIENCE, set_as_default=False)
    except (OSError, ValueError) as fault:
        found = f"{address[:80]}: {type(fault).__name__}"
        raise ValueRefused(FIELD, found, "the address of a scheduler that answers") from fault
    try:
        count = sum(client.nthreads().values())
        if not count:
            raise ValueRefused(FIELD, f"{address[:80]}: no worker", "a cluster with workers")
        yield Crew(client.get_executor(), count)
    finally:
        client.close()
