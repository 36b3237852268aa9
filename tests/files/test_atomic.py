"""A file is there as it was or as it is to be, whatever fails; links, rights and long names are respected."""

import os
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

import pytest

from tests.faults import full_disk
from zygoform.files import atomic, guard
from zygoform.files.atomic import copy_whole, same_content, sweep, write_whole


def names(folder: Path) -> list[str]:
    return sorted(path.name for path in folder.iterdir())


def parts(folder: Path) -> list[str]:
    return [path.name for path in folder.iterdir() if path.name.endswith(".part")]


@pytest.mark.parametrize("there", [True, False])
@pytest.mark.parametrize("way", ["write", "copy"])
def test_whichever_call_fails_the_file_is_whole(tmp_path: Path, there: bool, way: str) -> None:
    path, source, new = tmp_path / "file", tmp_path / "source", bytes(range(256)) * 9000
    source.write_bytes(new)
    work: Callable[[], None] = {
        "write": lambda: write_whole(path, new),
        "copy": lambda: copy_whole(source, path),
    }[way]

    def prepare() -> None:
        path.unlink(missing_ok=True)
        if there:
            path.write_bytes(b"old")

    prepare()
    with full_disk() as disk:
        work()
    assert disk.calls > 5
    for fails in range(1, disk.calls + 1):
        prepare()
        with full_disk(fails):
            refused = False
            try:
                work()
            except OSError:
                refused = True
        # Only what makes the name survive a power cut may fail without a word.
        left = path.read_bytes() if path.exists() else None
        assert left == ((b"old" if there else None) if refused else new)
        assert refused == (fails <= disk.calls - 2)
        assert not parts(tmp_path)
    assert source.read_bytes() == new


def test_a_copy_that_is_not_what_was_copied_is_none(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    source, target = tmp_path / "a.jpg", tmp_path / "b.jpg"
    source.write_bytes(b"x" * 5000)
    whole = atomic._write_all
    monkeypatch.setattr(atomic, "_write_all", lambda handle, content: whole(handle, content[:4000]))
    with pytest.raises(OSError, match="not the same"):
        copy_whole(source, target)
    assert names(tmp_path) == ["a.jpg"]
    monkeypatch.setattr(atomic, "_write_all", whole)
    copy_whole(source, target)
    assert same_content(source, target)
    target.write_bytes(b"x" * 4999 + b"y")
    assert not same_content(source, target)


def test_a_link_stays_and_its_target_is_written(tmp_path: Path) -> None:
    real, link, far = tmp_path / "real" / "p.json", tmp_path / "link.json", tmp_path / "far.json"
    real.parent.mkdir()
    real.write_bytes(b"old")
    link.symlink_to(real)
    far.symlink_to(link)
    write_whole(far, b"new")
    assert far.is_symlink()
    assert link.is_symlink()
    assert real.read_bytes() == b"new"
    nowhere = tmp_path / "nowhere.json"
    nowhere.symlink_to(tmp_path / "real" / "later.json")
    write_whole(nowhere, b"first")
    assert (tmp_path / "real" / "later.json").read_bytes() == b"first"
    ring = tmp_path / "ring"
    ring.symlink_to(ring)
    with pytest.raises(OSError, match="symbolic links"):
        write_whole(ring, b"new")
    # A copy never goes through a link.
    copy_whole(real, link)
    assert not link.is_symlink()
    assert not parts(tmp_path)


def test_rights_are_the_users(tmp_path: Path) -> None:
    new, kept = tmp_path / "new", tmp_path / "kept"
    kept.write_bytes(b"")
    before = os.umask(0o027)
    try:
        kept.chmod(0o604)
        write_whole(new, b"1")
        write_whole(kept, b"1")
    finally:
        os.umask(before)
    assert new.stat().st_mode & 0o777 == 0o640
    assert kept.stat().st_mode & 0o777 == 0o604


def test_the_longest_name_can_be_saved_and_is_guarded(tmp_path: Path) -> None:
    path = tmp_path / ("ä" * 120 + "x" * 15)
    assert len(os.fsencode(path.name)) == 255
    write_whole(path, b"1")
    assert guard.claim(path) is None
    assert len(list(tmp_path.glob("*.open"))) == 1
    guard.release(path)
    assert names(tmp_path) == [path.name]


def test_what_dead_processes_left_unfinished_is_swept(tmp_path: Path) -> None:
    gone = subprocess.run([sys.executable, "-c", "import os; print(os.getpid())"], capture_output=True, check=True)
    begin = atomic._own_parts().rsplit("-", 2)[0]
    dead = tmp_path / f"{begin}-{int(gone.stdout)}-abc.part"
    alive, other = tmp_path / f"{begin}-{os.getpid()}-abc.part", tmp_path / ".zygoform-00000000-1-abc.part"
    for path in (dead, alive, other, tmp_path / "mine.part"):
        path.write_bytes(b"half")
    sweep(tmp_path)
    assert not dead.exists()
    assert len(parts(tmp_path)) == 3


def test_every_window_on_a_file_knows_of_the_others(tmp_path: Path) -> None:
    """One after the other comes and goes, also by a link to the file; each sees another as long as there is one."""
    path, link = tmp_path / "p.json", tmp_path / "link.json"
    path.write_bytes(b"")
    link.symlink_to(path)
    code = (
        "import sys; from pathlib import Path; from zygoform.files import guard; p = Path(sys.argv[1])\n"
        "guard.claim(p); print('here', flush=True)\n"
        "for line in sys.stdin: print('other' if guard.holder(p) else 'alone', flush=True)\n"
        "guard.release(p)\n"
    )
    first, second, third = (window(code, at) for at in (path, link, path))
    with first, second, third:
        for one in (first, second, third):
            assert one.stdout is not None
            assert one.stdout.readline() == "here\n"
        assert [ask(one) for one in (third, first, second)] == ["other"] * 3
        first.communicate()
        assert ask(second) == "other"
        third.kill()
        third.wait()
        assert ask(second) == "alone", "one that was killed holds nothing"
        second.communicate()
    assert names(tmp_path) == ["link.json", "p.json"]


def window(code: str, at: Path) -> subprocess.Popen[str]:
    command = [sys.executable, "-c", code, str(at)]
    return subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True)


def ask(one: subprocess.Popen[str]) -> str:
    assert one.stdin is not None
    assert one.stdout is not None
    one.stdin.write("?\n")
    one.stdin.flush()
    return one.stdout.readline().strip()


def test_of_two_that_write_at_once_each_waits_for_the_other(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "p.json"
    code = (
        "import sys, time; from pathlib import Path; from zygoform.files import guard\n"
        "with guard.alone(Path(sys.argv[1])):\n    print('in', flush=True); sys.stdin.readline()"
    )
    other = window(code, path)
    assert other.stdout is not None
    with other:
        assert other.stdout.readline() == "in\n"
        monkeypatch.setattr(guard, "WRITER_SECONDS", 0.1)
        with pytest.raises(OSError, match="Another window is writing"), guard.alone(path):
            pass
        other.communicate("\n")
    with guard.alone(path):
        write_whole(path, b"1")
    with guard.alone(tmp_path / "no" / "such" / "folder"):
        pass
    with pytest.raises(OSError, match="No such"), guard.alone(tmp_path / "no" / "such"):
        write_whole(tmp_path / "no" / "such", b"1")
