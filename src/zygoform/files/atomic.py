"""Writes a file whole or not at all."""

import errno
import os
import stat
import zlib
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

CHUNK = 1 << 20
_swept: set[Path] = set()


def write_whole(path: Path, content: bytes) -> None:
    """Replaces `path` by `content` in one step. Raises OSError; the old file is then untouched.

    The new file lies beside the old one until it is on the disk, so that a crash or a full disk leaves one of
    the two, never half of either. A symbolic link stays, and its target is written. An old file keeps its rights,
    a new one has those the user's umask gives.
    """
    _replace(_target(path), lambda handle: _write_all(handle, content))


def copy_whole(source: Path, target: Path) -> None:
    """Copies a file in one step: what broke off, or is not the same when it is read again, never has its name.

    Raises OSError. `target` itself is replaced, also where it is a link: nothing is written through it.
    """

    def copied(handle: int) -> None:
        with source.open("rb") as file:
            while chunk := file.read(CHUNK):
                _write_all(handle, chunk)

    def checked(part: Path) -> None:
        if not same_content(source, part):
            raise OSError(errno.EIO, "The copy is not the same as what was copied")

    _replace(target, copied, checked)


def same_content(one: Path, other: Path) -> bool:
    """Whether two files hold the same. Raises OSError where one cannot be read."""
    if one.stat().st_size != other.stat().st_size:
        return False
    with one.open("rb") as first, other.open("rb") as second:
        while chunk := first.read(CHUNK):
            if chunk != second.read(CHUNK):
                return False
    return True


def _replace(target: Path, fill: Callable[[int], None], check: Callable[[Path], None] = lambda _part: None) -> None:
    _check(target)
    part = target.with_name(f"{_own_parts()}{os.urandom(6).hex()}.part")
    # Made by hand: what is made for temporary use only its maker could read.
    handle = os.open(part, os.O_RDWR | os.O_CREAT | os.O_EXCL | os.O_NOFOLLOW | os.O_CLOEXEC, 0o666)
    try:
        try:
            fill(handle)
            with suppress(FileNotFoundError):
                before = target.lstat().st_mode
                if stat.S_ISREG(before):
                    os.fchmod(handle, stat.S_IMODE(before))
            os.fsync(handle)
        finally:
            os.close(handle)
        check(part)
        os.replace(part, target)  # noqa: PTH105 - by the same module as all other calls of the system
    except BaseException:
        with suppress(FileNotFoundError):
            part.unlink()
        raise
    _settle(target.parent)
    sweep(target.parent)


def _check(target: Path) -> None:
    """Raises OSError where what has that name may not be written over: no file, or a write-protected one."""
    try:
        mode = target.lstat().st_mode
    except OSError:
        return
    if stat.S_ISLNK(mode):
        # The link itself is replaced.
        return
    if not stat.S_ISREG(mode):
        raise OSError(errno.EINVAL, "what is there is no file that could be written over", str(target))
    # Whoever may do anything is not told otherwise by the system: the protection was meant all the same.
    if not mode & 0o222 or not os.access(target, os.W_OK):
        raise PermissionError(errno.EACCES, "the file is write-protected; save under another name", str(target))


def _target(path: Path) -> Path:
    """The file itself: through symbolic links, also one whose target is not there yet."""
    if not path.is_symlink():
        return path
    target = Path(os.path.realpath(path))
    if target.is_symlink():
        raise OSError(errno.ELOOP, os.strerror(errno.ELOOP), str(path))
    return target


def _write_all(handle: int, content: bytes) -> None:
    view = memoryview(content)
    while view:
        view = view[os.write(handle, view) :]


def _own_parts() -> str:
    """What the unfinished files of this process begin with; short, since names have an end."""
    machine = zlib.crc32(os.uname().nodename.encode())
    return f".zygoform-{machine:08x}-{os.getpid()}-"


def sweep(folder: Path) -> None:
    """Takes away what processes of this machine that are gone left unfinished, once for each folder."""
    if folder in _swept:
        return
    _swept.add(folder)
    begin = _own_parts().rsplit("-", 2)[0]
    with suppress(OSError):
        for part in folder.glob(f"{begin}-*.part"):
            process = part.name.removeprefix(f"{begin}-").split("-", 1)[0]
            if process.isdecimal() and not Path(f"/proc/{process}").exists():
                with suppress(OSError):
                    part.unlink()


def _settle(folder: Path) -> None:
    """Makes the new name itself survive a power cut, where the file system can."""
    with suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
