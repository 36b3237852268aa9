"""Settings: where they lie, what survives a round, and that no content of the file stops a start."""

from dataclasses import dataclass
from pathlib import Path

import msgspec
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from zygoform.core.shop import Shop
from zygoform.files.prices_csv import shipped_prices
from zygoform.files.settings_json import MOST_RECENT, Settings, settings_and_fault, write_settings
from zygoform.files.user_folder import config_folder, state_folder

LOOKS = st.tuples(st.sampled_from(("desktop", "light", "dark")), st.sampled_from((100, 115, 130, 150)))


@dataclass
class Home:
    """A home of one's own."""

    file: Path


@pytest.fixture
def home(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Home:
    monkeypatch.setenv("XDG_CONFIG_HOME", str(tmp_path))
    (tmp_path / "zygoform").mkdir()
    return Home(tmp_path / "zygoform" / "settings.json")


@pytest.mark.parametrize(
    ("config", "state", "wanted"),
    [
        # XDG Base Directory Specification: unset, empty or relative falls back to the home folder.
        (None, None, ("home/.config", "home/.local/state")),
        ("", "", ("home/.config", "home/.local/state")),
        ("somewhere/else", "../up", ("home/.config", "home/.local/state")),
        ("{root}/c", "{root}/s", ("c", "s")),
    ],
)
def test_the_user_folders_are_where_the_desktop_says(
    tmp_path: Path,
    monkeypatch: pytest.MonkeyPatch,
    config: str | None,
    state: str | None,
    wanted: tuple[str, str],
) -> None:
    monkeypatch.setenv("HOME", str(tmp_path / "home"))
    for name, value in (("XDG_CONFIG_HOME", config), ("XDG_STATE_HOME", state)):
        if value is None:
            monkeypatch.delenv(name, raising=False)
        else:
            monkeypatch.setenv(name, value.format(root=tmp_path))
    assert (config_folder(), state_folder()) == tuple(tmp_path / place / "zygoform" for place in wanted)


def test_settings_come_back_as_they_were_written_without_prices(home: Home) -> None:
    shop = Shop(timber=shipped_prices().timber, kerf=2.4)
    kept = Settings(theme="dark", text_percent=130).with_shop(shop).with_recent(Path("/a.zygo.json"))
    write_settings(kept)
    assert settings_and_fault()[0] == kept
    assert (
        b"timber" not in home.file.read_bytes()
        or msgspec.json.decode(home.file.read_bytes())["shop"]["timber"] == []
    )
    assert kept.shop is not None
    assert kept.shop.kerf == 2.4


def test_settings_that_cannot_be_read_are_set_aside_not_lost(home: Home) -> None:
    for spoilt in (b"{", b"\xff\xfe", b'{"theme": "pink"}', b'{"text_percent": 400}', b"[]"):
        home.file.write_bytes(spoilt)
        assert settings_and_fault()[0] == Settings()
        assert home.file.with_suffix(".unreadable").read_bytes() == spoilt


@pytest.mark.parametrize(
    ("spoilt", "wanted"),
    [
        (b'{"theme": "dark", "text_percent": 400}', Settings(theme="dark")),
        (b'{"theme": "pink", "text_percent": 130}', Settings(text_percent=130)),
        (b'{"theme": "dark", "shop": {"kerf": "wide"}, "recent": ["/a"]}', Settings(theme="dark", recent=("/a",))),
    ],
)
def test_one_entry_that_is_wrong_takes_no_other_with_it(home: Home, spoilt: bytes, wanted: Settings) -> None:
    from zygoform.app.theme.look import first_look

    home.file.write_bytes(spoilt)
    look = first_look()
    assert settings_and_fault()[0] == wanted
    assert look == (wanted.theme, wanted.text_percent) == first_look()
    assert home.file.with_suffix(".unreadable").read_bytes() == spoilt
    assert settings_and_fault()[0] == wanted


@given(names=st.lists(st.sampled_from([f"/pieces/{k}.zygo.json" for k in range(12)]), max_size=30))
def test_recent_files_are_the_last_ones_once_each(names: list[str]) -> None:
    now = Settings()
    for name in names:
        now = now.with_recent(Path(name))
    latest = list(dict.fromkeys(reversed(names)))
    assert list(now.recent) == latest[:MOST_RECENT]


@pytest.mark.usefixtures("home")
@settings(suppress_health_check=[HealthCheck.function_scoped_fixture], deadline=None)
@given(look=LOOKS)
def test_the_first_look_is_that_of_the_settings(look: tuple[str, int]) -> None:
    from zygoform.app.theme.look import first_look

    write_settings(msgspec.convert({"theme": look[0], "text_percent": look[1]}, Settings))
    assert first_look() == look


@settings(suppress_health_check=[HealthCheck.function_scoped_fixture], deadline=None)
@given(
    content=st.binary(max_size=40)
    | st.sampled_from((b"[]", b"7", b'"x"', b'{"theme": 3}', b'{"text_percent": []}'))
)
def test_no_content_of_the_file_stops_the_first_look(home: Home, content: bytes) -> None:
    from zygoform.app.theme.look import first_look

    home.file.write_bytes(content)
    theme, percent = first_look()
    assert theme in ("desktop", "light", "dark")
    assert percent in (100, 115, 130, 150)
