"""An instrument of the shelf asked over the site's network."""

import asyncio

from anvilhead.devices.device import DeviceError, Taken, Trouble
from anvilhead.devices.gateway import Gateway
from anvilhead.service.asked.shelf_documents import GatewayLink


def read_over_the_wire(link: GatewayLink, place: str) -> Taken:
    """A reading at a place.

    Raises:
        DeviceError: when there is none, or what answers is not what the shelf says it is.
    """
    return asyncio.run(_read(link, place))


async def _read(link: GatewayLink, place: str) -> Taken:
    gateway = Gateway(link.host, link.port)
    try:
        described = await gateway.describe()
        if described.simulated != link.simulated:
            said = "a stand-in" if described.simulated else "a real instrument"
            message = (
                f"What answers at {link.host}:{link.port} is {said}, the shelf has it the other way. Change it there."
            )
            raise DeviceError(Trouble.CANNOT, message)
        return await gateway.read(place)
    finally:
        await gateway.close()
