"""Photos lie beside the project file and nowhere else."""

from pathlib import Path

import pytest
from msgspec import structs

from zygoform.core.condition.photo import Photo
from zygoform.core.edits.photos import add_dot, add_photos, name_photo, remove_dot, remove_photo
from zygoform.core.errors import BadInputError
from zygoform.files.demo import demo_project
from zygoform.files.photos import PhotoError, bring_in, copy_along, photo_folder, photo_path
from zygoform.files.project_json import dump_project, parse_project


def test_they_are_copied_beside_the_file_and_along_with_it(tmp_path: Path) -> None:
    project, elsewhere = tmp_path / "a" / "Desk.zygoform.json", tmp_path / "b" / "Copy.zygoform.json"
    project.parent.mkdir()
    source = tmp_path / "IMG 1.JPG"
    source.write_bytes(b"one")
    assert bring_in(project, source) == "IMG 1.jpg"
    source.write_bytes(b"two")
    assert bring_in(project, source) == "IMG 1 2.jpg"
    assert photo_folder(project) == tmp_path / "a" / "Desk photos"
    photos = (Photo("h1", "IMG 1.jpg"), Photo("h2", "IMG 1 2.jpg"), Photo("h3", "gone.jpg"))
    copy_along(project, elsewhere, photos)
    assert [p.read_bytes() for p in sorted((tmp_path / "b" / "Copy photos").iterdir())] == [b"two", b"one"]
    # One that lies there already is not copied again.
    inside = tmp_path / "a" / "Desk photos" / "IMG 1.jpg"
    assert bring_in(project, inside) == "IMG 1.jpg"


@pytest.mark.parametrize("name", ["../x.png", "/etc/passwd", "..", "a/b.png", "shipped/../x.png", "a\x00.png"])
def test_no_name_leads_out_of_the_folder(name: str, tmp_path: Path) -> None:
    assert photo_path(tmp_path / "p.zygoform.json", Photo("h1", name)) is None


def test_what_is_no_picture_is_refused(tmp_path: Path) -> None:
    for name, content in (("a.txt", b"x"), ("b.png", b"")):
        (tmp_path / name).write_bytes(content)
        with pytest.raises(PhotoError):
            bring_in(tmp_path / "p.zygoform.json", tmp_path / name)
    with pytest.raises(FileNotFoundError):
        bring_in(tmp_path / "p.zygoform.json", tmp_path / "nowhere.png")


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
