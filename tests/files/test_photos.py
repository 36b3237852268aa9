"""Photos lie beside the project file and nowhere else."""

import os
import shutil
from contextlib import suppress
from pathlib import Path

import pytest
from msgspec import structs

from tests.faults import full_disk
from zygoform.core.condition.condition import Photo
from zygoform.core.edits.condition import add_dot, add_photos, name_photo, remove_dot, remove_photo
from zygoform.core.errors import BadInputError
from zygoform.files.atomic import same_content
from zygoform.files.demo import demo_project
from zygoform.files.photos import bring_in, copy_along, photo_folder, photo_path
from zygoform.files.pictures import PhotoError
from zygoform.files.project_json import dump_project, parse_project

OWN = "0123456789ab"
JPEG, PNG = b"\xff\xd8\xff\xe0", b"\x89PNG\r\n\x1a\n"


def test_they_are_copied_beside_the_file_and_along_with_it(tmp_path: Path) -> None:
    project, elsewhere = tmp_path / "a" / "Desk.zygoform.json", tmp_path / "b" / "Copy.zygoform.json"
    project.parent.mkdir()
    source = tmp_path / "IMG 1.JPG"
    source.write_bytes(JPEG + b"one")
    assert bring_in(project, OWN, source) == "IMG 1.jpg"
    source.write_bytes(JPEG + b"two")
    assert bring_in(project, OWN, source) == "IMG 1 2.jpg"
    assert photo_folder(project, OWN) == tmp_path / "a" / f"Desk.zygoform photos {OWN}"
    photos = (Photo("h1", "IMG 1.jpg"), Photo("h2", "IMG 1 2.jpg"), Photo("h3", "gone.jpg"))
    assert copy_along(project, elsewhere, OWN, photos) == photos
    there = photo_folder(elsewhere, OWN)
    assert [p.read_bytes()[-3:] for p in sorted(there.iterdir())] == [b"two", b"one"]
    # One that lies there already is not copied again.
    assert bring_in(project, OWN, photo_folder(project, OWN) / "IMG 1.jpg") == "IMG 1.jpg"
    # A file given another name by hand keeps its photos, and those of an older program are found and brought along.
    assert photo_path(tmp_path / "a" / "New name.json", OWN, photos[0]) == photo_folder(project, OWN) / "IMG 1.jpg"
    photo_folder(project, OWN).rename(tmp_path / "a" / "Desk photos")
    assert photo_path(project, "", photos[0]) == tmp_path / "a" / "Desk photos" / "IMG 1.jpg"
    copy_along(project, project, OWN, photos)
    assert photo_path(project, OWN, photos[0]) == photo_folder(project, OWN) / "IMG 1.jpg"


def test_whichever_call_fails_no_half_photo_is_saved(tmp_path: Path) -> None:
    """The disk fills up at every call in turn; the next time all of them are there, whole."""
    before, after = tmp_path / "a.json", tmp_path / "b" / "c.json"
    for name in ("one", "two"):
        (tmp_path / f"{name}.png").write_bytes(PNG + name.encode() * 300_000)
    photos = tuple(Photo(name, bring_in(before, OWN, tmp_path / f"{name}.png")) for name in ("one", "two"))
    with full_disk() as disk:
        copy_along(before, after, OWN, photos)
    for fails in range(1, disk.calls + 1):
        shutil.rmtree(after.parent)
        with full_disk(fails), suppress(OSError):
            copy_along(before, after, OWN, photos)
        for made in after.parent.rglob("*.png"):
            assert same_content(made, photo_folder(before, OWN) / made.name)
        assert copy_along(before, after, OWN, photos) == photos
        assert len(list(after.parent.rglob("*"))) == 3


def test_no_picture_of_anothers_is_written_over_and_no_link_followed(tmp_path: Path) -> None:
    before, after = tmp_path / "a.json", tmp_path / "b.json"
    source, secret = tmp_path / "x.png", tmp_path / "secret.png"
    source.write_bytes(PNG + b"mine")
    secret.write_bytes(PNG + b"secret")
    photo = Photo("h1", bring_in(before, OWN, source))
    folder = photo_folder(after, OWN)
    folder.mkdir()
    for there in ("another", "link", "dangling"):
        target = folder / "x.png"
        target.unlink(missing_ok=True)
        if there == "another":
            target.write_bytes(PNG + b"theirs")
        else:
            target.symlink_to(secret if there == "link" else tmp_path / "nowhere.png")
            assert photo_path(after, OWN, photo) is None, "nothing outside is read"
        (copied,) = copy_along(before, after, OWN, (photo,))
        assert copied.file == "x 2.png"
        assert (folder / copied.file).read_bytes() == PNG + b"mine"
        assert target.is_symlink() or target.read_bytes() == PNG + b"theirs"
        (folder / copied.file).unlink()
        assert bring_in(after, OWN, source) == "x 2.png"
        (folder / "x 2.png").unlink()
    assert secret.read_bytes() == PNG + b"secret"
    assert not (tmp_path / "nowhere.png").exists()


@pytest.mark.parametrize("name", ["../x.png", "/etc/passwd", "..", "a/b.png", "shipped/../x.png", "a\x00.png"])
def test_no_name_leads_out_of_the_folder(name: str, tmp_path: Path) -> None:
    assert photo_path(tmp_path / "p.zygoform.json", OWN, Photo("h1", name)) is None
    for photo in demo_project().photos:
        shipped = photo_path(tmp_path / "p.zygoform.json", OWN, photo)
        assert shipped is not None
        assert shipped.is_file(), "what comes with the program is there"


def test_two_projects_never_share_a_folder(tmp_path: Path) -> None:
    files = (tmp_path / "a.json", tmp_path / "a.zygoform.json", tmp_path / ("n" * 250 + ".json"), None)
    folders = {photo_folder(file, own) for file in files for own in (OWN, "ba9876543210")}
    assert len(folders) == 8
    assert all(len(os.fsencode(folder.name)) <= 255 for folder in folders)


def test_what_is_no_picture_is_refused_by_its_content(tmp_path: Path) -> None:
    svg = b"<svg xmlns='http://www.w3.org/2000/svg'/>"
    for name, content in (
        ("a.txt", b"x"),
        ("b.png", b""),
        ("c.png", svg),
        ("d.jpg", b"GIF89a..."),
        ("e.bmp", b"BM1"),
    ):
        (tmp_path / name).write_bytes(content)
        with pytest.raises(PhotoError):
            bring_in(tmp_path / "p.zygoform.json", OWN, tmp_path / name)
    with pytest.raises(PhotoError, match="no file"):
        bring_in(tmp_path / "p.zygoform.json", OWN, tmp_path)
    with pytest.raises(FileNotFoundError):
        bring_in(tmp_path / "p.zygoform.json", OWN, tmp_path / "nowhere.png")
    (tmp_path / "photo").write_bytes(b"RIFF1234WEBPVP8 ")
    assert bring_in(tmp_path / "p.zygoform.json", OWN, tmp_path / "photo") == "photo.webp"


def test_a_part_has_one_number_on_all_photos() -> None:
    project = structs.replace(demo_project(), photos=())
    project = add_photos(project, (("a.png", "left"), ("b.png", "right"))).project
    project = add_dot(project, "h1", 0.2, 0.3, "p1/side/left").project
    project = add_dot(project, "h2", 0.5, 0.5, "p1/top/main").project
    project = add_dot(project, "h2", 1.7, -2.0, "p1/side/left").project
    project = add_dot(project, "h2", 0.6, 0.5, "p1/top/main").project
    dots = {p.id: [(d.number, d.part, d.x) for d in p.dots] for p in project.photos}
    assert dots == {
        "h1": [(1, "p1/side/left", 0.2)],
        "h2": [(1, "p1/side/left", 1.0), (2, "p1/top/main", 0.6)],
    }
    assert parse_project(dump_project(project)) == project
    project = name_photo(remove_dot(project, "h2", 1).project, "h2", "  from  the right ").project
    assert (project.photos[1].title, len(project.photos[1].dots)) == ("from the right", 1)
    assert [p.id for p in remove_photo(project, "h1").project.photos] == ["h2"]
    with pytest.raises(BadInputError):
        add_photos(project, (("x.png", ""),) * 60)
