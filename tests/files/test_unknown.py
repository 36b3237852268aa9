"""Entries of a newer program: whatever they are and wherever they stand, they are written back."""

from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from zygoform.files.project_json import put_back, unknown_in

plain = st.one_of(st.none(), st.booleans(), st.integers(-9, 9), st.text(max_size=4))
known = st.recursive(
    plain,
    lambda inner: st.one_of(
        st.dictionaries(st.sampled_from("abcdef"), inner, max_size=3),
        st.lists(inner, max_size=3),
        st.lists(inner, max_size=3, unique_by=repr).map(
            lambda found: [{"id": f"n{k}", "v": one} for k, one in enumerate(found)]
        ),
    ),
    max_leaves=12,
)


@st.composite
def with_more(draw: st.DrawFn, node: Any) -> Any:
    """The same with entries that only a newer program knows."""
    if isinstance(node, dict):
        more = {key: draw(with_more(value)) for key, value in node.items()}
        for key in draw(st.lists(st.sampled_from("XYZ"), max_size=2, unique=True)):
            more[key] = draw(known)
        return more
    if isinstance(node, list):
        return [draw(with_more(one)) for one in node]
    return node


@given(st.data(), known)
def test_what_is_not_known_comes_back_where_it_was(data: st.DataObject, node: Any) -> None:
    raw = data.draw(with_more(node))
    tree = unknown_in(raw, node)
    assert put_back(node, tree) == raw
    assert (tree == {}) == (raw == node)


def test_it_follows_its_thing_by_its_id() -> None:
    known = [{"id": "s1", "n": 1}, {"id": "s2", "n": 2}]
    tree = unknown_in([{"id": "s1", "n": 1, "new": "a"}, {"id": "s2", "n": 2, "new": "b"}], known)
    # The first is gone by now, the second has changed.
    assert put_back([{"id": "s2", "n": 5}], tree) == [{"id": "s2", "n": 5, "new": "b"}]
