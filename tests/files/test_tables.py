"""Tables go out harmless and come back unchanged; foreign ones are read, endless ones refused in words."""

import csv
import io
import os
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.files.demo import counter_begun
from zygoform.files.import_csv import parse_boards, parse_cut_list
from zygoform.files.prices_csv import own_path, own_prices, parse_prices, prices_csv, shipped_prices
from zygoform.files.tables import LARGEST_TABLE, LONGEST_CELL, TableError, read_file, read_table, write_table

cells = st.text(st.characters(exclude_categories=["Cs"], exclude_characters="\x00"), max_size=12)
risky = st.tuples(st.sampled_from(["=", "+", "-", "@", "\t", "\r", "'", "'="]), cells).map("".join)


@given(st.lists(st.lists(st.one_of(cells, risky), min_size=2, max_size=4), max_size=4))
def test_no_cell_runs_and_every_one_comes_back(rows: list[list[str]]) -> None:
    text = write_table(("name", "note"), rows)
    for row in list(csv.reader(io.StringIO(text, newline="")))[1:]:
        assert not any(cell[:1] in ("=", "+", "-", "@", "\t", "\r") and cell for cell in row)
    assert read_table(text, 9)[1:] == rows


def test_a_price_list_with_dangerous_names_comes_back() -> None:
    from msgspec import structs

    shipped = shipped_prices()
    timber = tuple(structs.replace(size, name=f"=cmd|{size.name}", nominal="-1") for size in shipped.timber)
    packs = tuple(structs.replace(pack, name=f"@{pack.name}") for pack in shipped.packs)
    text = prices_csv(timber, packs)
    assert ",=cmd" not in text
    assert ",@" not in text
    back = parse_prices(text)
    assert [(size.name, size.nominal) for size in back.timber] == [(size.name, "-1") for size in timber]
    assert [pack.name for pack in back.packs] == [pack.name for pack in packs]


def test_tables_of_other_programs_are_read(tmp_path: Path) -> None:
    shop = counter_begun().shop
    path = tmp_path / "list.csv"
    path.write_bytes('Name;Qty;Length;Stock\r\nRail;2;"100,5 mm";Pine 1 × 3\r\n'.encode("utf-8-sig"))
    taken = parse_cut_list(read_file(path), shop)
    assert taken.problems == ()
    assert [(part.name, part.count, part.length) for part in taken.parts] == [("Rail", 2, 100.5)]
    head = "kind;id;name;nominal;system;thickness;width;length;species;holds;price\r\n"
    prices = parse_prices(head + "glue;g;Glue;;;;;;;120,5;4,20\r\n")
    assert prices.problems == ()
    assert (prices.packs[0].holds, str(prices.packs[0].price)) == (120.5, "4.20")
    tabs = parse_boards("length\tstock\n8 ft\tPine 1 × 3\n", shop)
    assert [board.length for board in tabs.boards] == pytest.approx([8 * 304.8])


def test_what_is_far_too_large_is_refused_in_words(tmp_path: Path) -> None:
    path = tmp_path / "x.csv"
    path.write_bytes(b"a" * (LARGEST_TABLE + 1))
    with pytest.raises(OSError, match="too large"):
        read_file(path)
    path.write_bytes(b"\xff\xfe\x00")
    with pytest.raises(TableError, match="no text"):
        read_file(path)
    os.mkfifo(tmp_path / "pipe")
    for endless in (tmp_path, tmp_path / "pipe", Path("/dev/zero")):
        with pytest.raises(OSError, match="no file"):
            read_file(endless)
    for text, word in (
        ("a,b\n" * 12, "more rows than the 10"),
        (f"a,{'b' * (LONGEST_CELL + 1)}\n", "row 1 has a cell"),
        ("a,b\n" + "c" * 200_000 + ",d\n", "cell|field"),
    ):
        with pytest.raises(TableError, match=word):
            read_table(text, 10)
    assert "1" * 5000 not in str(
        parse_boards(f"length,stock,count\n8 ft,Pine 1 × 3,{'1' * 1000}\n", counter_begun().shop)
    )


@pytest.mark.parametrize("content", [b"kind,id\n" + b"x" * 200_000, b"\xff\xfe", b"", b"kind,id\nglue,g\n"])
def test_a_price_list_of_ones_own_that_cannot_be_read_is_left_out(
    content: bytes, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("XDG_CONFIG_HOME", str(tmp_path))
    own_path().parent.mkdir()
    own_path().write_bytes(content)
    prices = own_prices()
    assert prices.timber == shipped_prices().timber
    assert prices.problems or not content


def test_figures_of_coats_go_out_and_come_back() -> None:
    from zygoform.core.coats.coat import KNOWN_COATS
    from zygoform.core.edits.finish_supplies import set_coat_figure, use_coats
    from zygoform.files.coats_csv import coats_csv, parse_coats
    from zygoform.files.demo import fresh_project

    project = set_coat_figure(fresh_project(), "enamel", "recoat", "4-16").project
    project = set_coat_figure(project, "wax", "cover", "20.5").project
    table = parse_coats(coats_csv(project.shop.coats))
    assert table.problems == ()
    assert len(table.rows) == len(KNOWN_COATS)
    assert use_coats(fresh_project(), table.rows).project.shop.coats == tuple(
        coat for coat in table.rows if coat.id in ("enamel", "wax")
    )
    # A row with a fault is named, the others are read.
    bad = parse_coats("material,cover,recoat\nenamel,0,2\nwax,20,4-2\ntreacle,3,1\nshellac,11,\n")
    assert [problem.path for problem in bad.problems] == ["row 2", "row 3", "row 4"]
    assert [(coat.id, coat.cover, coat.recoat) for coat in bad.rows] == [("shellac", 11.0, (1.0, 2.0))]
