"""The devices' line: garbage means nothing, readings come through, and the simulated ones behave."""

import socket
import statistics
import threading

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import fuzz
from zygoform.devices.protocol import (
    LONGEST_LINE,
    TROUBLES,
    Aim,
    Battery,
    DeviceLine,
    DeviceTrouble,
    Hello,
    Measure,
    Proof,
    Prove,
    Read,
    parse_line,
    write_line,
)
from zygoform.devices.server import DeviceServer, main
from zygoform.devices.simulator import REACH_MM, Simulator

devices = st.sampled_from(("meter", "gauge"))
values = st.integers(0, 3_600_000).map(lambda n: n / 10_000)
lines = st.one_of(
    st.builds(Read, devices, values),
    st.builds(Aim, devices, values),
    st.builds(DeviceTrouble, devices, st.sampled_from(TROUBLES)),
    st.builds(Battery, devices, st.integers(0, 100)),
    st.builds(Measure, devices),
    st.builds(Prove, st.from_regex(r"[0-9a-f]{32}", fullmatch=True)),
    st.builds(Proof, st.from_regex(r"[0-9a-f]{64}", fullmatch=True)),
    st.builds(Hello, st.from_regex(r"[a-z0-9]([a-z0-9 ]{0,40}[a-z0-9])?", fullmatch=True)),
)


@given(lines)
def test_a_line_is_read_as_it_was_written(line: DeviceLine) -> None:
    assert parse_line(write_line(line)) == line
    assert len(write_line(line)) <= LONGEST_LINE


HEADS = ("READ", "AIM", "FAULT", "BATTERY", "HELLO", "MEASURE")
words = st.one_of(
    st.text(max_size=200),
    st.lists(
        st.one_of(
            st.sampled_from((*HEADS, "meter", "gauge", "mm", "deg", "-1", "1e9", "nan", "inf", "90", "873.5")),
            st.text(max_size=6),
            st.floats().map(str),
        ),
        max_size=6,
    ).map(" ".join),
)


@fuzz
@given(words)
def test_no_line_breaks_anything(text: str) -> None:
    line = parse_line(text)
    assert line is None or parse_line(write_line(line)) == line
    if isinstance(line, Read):
        assert 0 <= line.value <= (100_000 if line.device == "meter" else 360)
    assert all(parse_line(said) is not None for said in Simulator(1).answer(text).lines)


def test_the_simulated_meter_scatters_round_what_it_points_at() -> None:
    simulator = Simulator(7, calm=True)
    simulator.answer("AIM meter 873.4 mm")
    read = [parse_line(line) for _ in range(400) for line in simulator.answer("MEASURE meter").lines]
    sizes = [line.value for line in read if isinstance(line, Read)]
    assert statistics.mean(sizes) == pytest.approx(873.4, abs=0.15)
    assert 0.3 < statistics.stdev(sizes) < 0.8
    assert any(isinstance(line, Battery) and line.percent <= 20 for line in read)
    assert any(isinstance(line, DeviceTrouble) and line.trouble == "low-battery" for line in read)
    simulator.answer(f"AIM meter {REACH_MM + 1:g} mm")
    assert any("out-of-range" in line for _ in range(3) for line in simulator.answer("MEASURE meter").lines)


def test_by_chance_it_misses_and_drops_the_same_way_each_time() -> None:
    def told(seed: int) -> list[object]:
        simulator = Simulator(seed)
        return [simulator.answer("MEASURE gauge") for _ in range(300)]

    assert told(3) == told(3) != told(4)
    answers = told(3)
    assert any(answer.drops for answer in answers)  # type: ignore[attr-defined]
    assert any("no-target" in line for answer in answers for line in answer.lines)  # type: ignore[attr-defined]


def test_the_server_speaks_it_and_survives_garbage() -> None:
    with DeviceServer(0, calm=True) as server:
        thread = threading.Thread(target=server.serve_forever, daemon=True)
        thread.start()
        with socket.create_connection(("127.0.0.1", server.port), timeout=5) as line:
            file = line.makefile("rwb")
            assert isinstance(parse_line(file.readline().decode().strip()), Hello)
            file.write(b"\xff\xfe\x00garbage\n" + b"x" * 2000 + b"\nAIM gauge 88 deg\nMEASURE gauge\n")
            file.flush()
            read = parse_line(file.readline().decode().strip())
            assert isinstance(read, Read)
            assert read.value == pytest.approx(88, abs=1)
        server.shutdown()
        thread.join(5)
    assert main(["--port", "99999"]) == 1
