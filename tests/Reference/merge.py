"""Merges archives as somebody would by hand, with what Python has for ZIP and nothing of ours:
python3 merge.py OUT GAME MOD...; of paths that several have, the last one's stays.

What signs an archive is left out, and of manifests only the game's own stays, without the sections about single files (JAR
File Specification). Names ascend, and every file has the first moment that ZIP knows, so that the bytes are always the same.
"""

import re
import sys
import zipfile
import zlib

out, *archives = sys.argv[1:]
# libzip, which made the archives, packs with the most memory there is.
zipfile._get_compressor = lambda kind, level=None: zlib.compressobj(9, zlib.DEFLATED, -15, 9) if kind == zipfile.ZIP_DEFLATED else None
chosen = {}
for number, archive in enumerate(archives):
    with zipfile.ZipFile(archive) as zipped:
        for entry in zipped.infolist():
            signs = re.match(r"META-INF/(?:[^/]+\.(?:SF|RSA|DSA|EC)|SIG-[^/]*)$", entry.filename, re.I)
            if entry.is_dir() or signs or (number > 0 and entry.filename.upper() == "META-INF/MANIFEST.MF"):
                continue
            chosen[entry.filename] = (entry.compress_type, zipped.read(entry))
with zipfile.ZipFile(out, "w") as merged:
    for name in sorted(chosen, key=str.encode):
        kind, content = chosen[name]
        if name == "META-INF/MANIFEST.MF":
            kind, content = zipfile.ZIP_STORED, re.split(rb"\r?\n(?:\r?\n)+", content)[0].rstrip() + b"\r\n\r\n"
        entry = zipfile.ZipInfo(name, (1980, 1, 1, 0, 0, 0))
        entry.create_system, entry.compress_type, entry.external_attr = 3, kind, 0o100644 << 16
        merged.writestr(entry, content)
