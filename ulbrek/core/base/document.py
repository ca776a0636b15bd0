"""What documents are made of: jobs, shops, records, and their parts."""

from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field, create_model


class Document(BaseModel):
    """A part of a document; it never changes, and what it does not know it refuses.

    What is read may leave out whatever has a default; what is written says all of it, and its schema says so.
    """

    model_config = ConfigDict(frozen=True, extra="forbid", json_schema_serialization_defaults_required=True)


def patch_of(document: type[Document], base: type[Document], *only: str, named: str = "") -> type[Document]:
    """A document that may say otherwise what another says: its fields, each or None, behind those of ``base``.

    Args:
        document: what it may say otherwise
        base: what it is made from
        only: the fields that it has; all where none is given
        named: what it is called, with the module that it stands in, where it is used by itself: ``module:Name``
    """
    fields: dict[str, Any] = {
        key: (
            Annotated[field.annotation, *field.metadata, Field()] | None,
            Field(None, title=field.title, json_schema_extra=field.json_schema_extra),
        )
        for key, field in document.model_fields.items()
        if not only or key in only
    }
    module, _, name = named.partition(":")
    return create_model(
        name or f"{document.__name__}Patch", __base__=base, __module__=module or __name__, __doc__=document.__doc__,
        **fields,
    )  # fmt: skip
