"""How the API's description tells of a body that is a file, as it is, so that any program can send one."""

from __future__ import annotations

from typing import Any

AS_A_FILE: dict[str, Any] = {
    "requestBody": {
        "required": True,
        "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
    }
}
