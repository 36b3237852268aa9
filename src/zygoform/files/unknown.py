"""What a newer program wrote into a file and this one does not know: found, kept, and written back."""

from typing import Any

Tree = dict[str, Any]


def unknown_in(raw: Any, known: Any) -> Tree:
    """The entries of `raw` that `known`, the same thing as this version writes it, does not have.

    Things in lists are known by their id, else by their place.
    """
    tree: Tree = {}
    if isinstance(raw, dict) and isinstance(known, dict):
        for key, value in raw.items():
            if key not in known:
                tree[key] = value
            elif inner := unknown_in(value, known[key]):
                tree[key] = inner
    elif isinstance(raw, list) and isinstance(known, list | tuple):
        for k, (one, other) in enumerate(zip(raw, known, strict=False)):
            if inner := unknown_in(one, other):
                tree[_name(other, k)] = inner
    return tree


def put_back(known: Any, tree: Tree) -> Any:
    """`known` with what was not known in it again; what it belonged to may be gone."""
    if isinstance(known, dict):
        merged = dict(known)
        for key, value in tree.items():
            merged[key] = put_back(merged[key], value) if key in merged and isinstance(value, dict) else value
        return merged
    if isinstance(known, list | tuple):
        return [
            put_back(one, tree[name]) if (name := _name(one, k)) in tree else one for k, one in enumerate(known)
        ]
    return known


def _name(one: Any, place: int) -> str:
    own = one.get("id") if isinstance(one, dict) else None
    return f"#{own}" if isinstance(own, str) else f"#{place}"
