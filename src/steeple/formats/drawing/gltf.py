"""The scene of a plan as glTF 2.0, binary: metres, +Y up, a named node for every thing and every camera.

Reference: ISO/IEC 12113 (glTF 2.0).
"""

from __future__ import annotations

import math

import numpy as np
import pygltflib as gl
from numpy.typing import NDArray
from scipy.spatial import ConvexHull
from scipy.spatial.transform import Rotation

from steeple.core.geometry.vectors import Vector
from steeple.core.study.card.drawn.lines import Layer
from steeple.core.study.card.scene import Scene, SceneCamera, SceneSolid

Floats = NDArray[np.float64]
Whole = NDArray[np.int64]
ROUND, RINGS = 16, 4
"""Sides of a tube, and rings of the half ball at its end."""
COLOURS: dict[Layer, tuple[float, float, float]] = {
    "room": (0.55, 0.55, 0.52),
    "table": (0.62, 0.52, 0.40),
    "work": (0.75, 0.72, 0.64),
    "zone": (0.93, 0.92, 0.88),
    "support": (0.13, 0.15, 0.15),
    "camera": (0.08, 0.09, 0.09),
    "lamp": (0.95, 0.90, 0.75),
    "microphone": (0.20, 0.30, 0.28),
    "person": (0.55, 0.45, 0.38),
}
"""Linear colours by kind; they stand for nothing real."""
_TO_GLTF = np.array([[1.0, 0.0, 0.0], [0.0, 0.0, 1.0], [0.0, -1.0, 0.0]]) / 1000.0
"""From millimetres, z up and y away, to metres, y up and z toward the maker."""
_FLOAT, _UINT = 5126, 5125
_ARRAY, _ELEMENTS = 34962, 34963


def _tube(row: Floats) -> tuple[Floats, Whole]:
    """A capsule as triangles: rings of points from one end to the other."""
    a, b, radius = row[:3], row[3:6], float(row[6])
    way = b - a
    length = float(np.linalg.norm(way))
    axis = way / length if length > 1e-9 else np.array([0.0, 0.0, 1.0])
    helper = np.array([1.0, 0.0, 0.0]) if abs(axis[0]) < 0.9 else np.array([0.0, 1.0, 0.0])
    side = np.cross(axis, helper)
    side /= np.linalg.norm(side)
    over = np.cross(axis, side)
    turns = 2 * np.pi * np.arange(ROUND) / ROUND
    circle = np.cos(turns)[:, None] * side + np.sin(turns)[:, None] * over
    lifts = np.linspace(-math.pi / 2, 0.0, RINGS + 1)
    rings = [(a, one) for one in lifts] + [(b, -one) for one in lifts[::-1]]
    points = np.vstack(
        [end + radius * (math.cos(lift) * circle + math.sin(lift) * axis) for end, lift in rings]
    )
    faces = []
    for ring in range(len(rings) - 1):
        for k in range(ROUND):
            p, q = ring * ROUND + k, ring * ROUND + (k + 1) % ROUND
            faces += [(p, q, q + ROUND), (p, q + ROUND, p + ROUND)]
    return points, np.array(faces, dtype=np.int64)


def _hull(corners: Floats) -> tuple[Floats, Whole]:
    """A convex solid as triangles that look outward."""
    hull = ConvexHull(corners)
    faces = []
    for face, plane in zip(hull.simplices, hull.equations, strict=True):
        p, q, r = corners[face]
        outward = float(np.dot(np.cross(q - p, r - p), plane[:3]))
        faces.append(face if outward > 0 else face[::-1])
    return corners, np.array(faces, dtype=np.int64)


def _mesh(solid: SceneSolid) -> tuple[Floats, Whole]:
    """All of a thing as one set of triangles, metres in the axes of glTF."""
    parts = [_tube(row) for row in solid.capsules] + [_hull(one.corners) for one in solid.hulls]
    points, faces, start = [], [], 0
    for corners, triangles in parts:
        points.append(corners)
        faces.append(triangles + start)
        start += len(corners)
    return np.vstack(points) @ _TO_GLTF.T, np.vstack(faces)


def _quaternion(camera: SceneCamera) -> list[float]:
    """How a camera is turned: glTF cameras look along −z with +y up in the picture."""
    x, y, z = (
        1000.0 * _TO_GLTF @ np.array([one.x, one.y, one.z])
        for one in (camera.right, camera.up, camera.axis.times(-1.0))
    )
    m = np.column_stack([x, y, z])
    return [float(one) for one in Rotation.from_matrix(m).as_quat()]


def scene_glb(scene: Scene) -> bytes:
    """A scene as a binary glTF file. The same scene gives the same bytes.

    Parameters
    ----------
    scene
        solids and cameras in millimetres, in the axes of the plan.
    """
    gltf = gl.GLTF2(asset=gl.Asset(version="2.0", generator="Steeple"))
    layers = list(COLOURS)
    gltf.materials = [
        gl.Material(
            name=layer,
            pbrMetallicRoughness=gl.PbrMetallicRoughness(
                baseColorFactor=[*COLOURS[layer], 1.0], metallicFactor=0.0, roughnessFactor=0.8
            ),
            doubleSided=False,
        )
        for layer in layers
    ]
    blob = bytearray()
    nodes: list[int] = []

    def add(data: bytes, target: int) -> int:
        while len(blob) % 4:
            blob.append(0)
        gltf.bufferViews.append(
            gl.BufferView(buffer=0, byteOffset=len(blob), byteLength=len(data), target=target)
        )
        blob.extend(data)
        return len(gltf.bufferViews) - 1

    for solid in scene.solids:
        if not len(solid.capsules) and not solid.hulls:
            continue
        points, faces = _mesh(solid)
        places, corners = points.astype("<f4"), faces.astype("<u4").ravel()
        gltf.accessors += [
            gl.Accessor(
                bufferView=add(places.tobytes(), _ARRAY), componentType=_FLOAT, count=len(places),
                type="VEC3", min=places.min(axis=0).tolist(), max=places.max(axis=0).tolist(),
            ),
            gl.Accessor(
                bufferView=add(corners.tobytes(), _ELEMENTS), componentType=_UINT,
                count=len(corners), type="SCALAR",
            ),
        ]  # fmt: skip
        last = len(gltf.accessors) - 1
        primitive = gl.Primitive(
            attributes=gl.Attributes(POSITION=last - 1),
            indices=last,
            material=layers.index(solid.layer),
        )
        gltf.meshes.append(gl.Mesh(name=solid.name, primitives=[primitive]))
        gltf.nodes.append(gl.Node(name=solid.name, mesh=len(gltf.meshes) - 1))
        nodes.append(len(gltf.nodes) - 1)
    for camera in scene.cameras:
        up_rad = 2 * math.atan(math.tan(math.radians(camera.across_deg) / 2) / camera.aspect)
        gltf.cameras.append(
            gl.Camera(
                name=camera.name,
                type="perspective",
                perspective=gl.Perspective(
                    yfov=up_rad, aspectRatio=camera.aspect, znear=0.01, zfar=20.0
                ),
            )
        )
        gltf.nodes.append(
            gl.Node(
                name=camera.name,
                camera=len(gltf.cameras) - 1,
                translation=[float(one) for one in _TO_GLTF @ _array(camera.place)],
                rotation=_quaternion(camera),
            )
        )
        nodes.append(len(gltf.nodes) - 1)
    gltf.scenes = [gl.Scene(name=scene.title, nodes=nodes)]
    gltf.scene = 0
    gltf.buffers = [gl.Buffer(byteLength=len(blob))]
    gltf.set_binary_blob(bytes(blob))
    return b"".join(gltf.save_to_bytes())


def _array(vector: Vector) -> Floats:
    return np.array([vector.x, vector.y, vector.z])
