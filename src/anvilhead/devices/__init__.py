"""Instruments that answer for themselves: one small protocol, simulated ones, and real ones behind a gateway.

device: what is asked and answered, whoever answers; stand_in: answers from a simulated yard, always marked so;
line_protocol: the same as lines of text; gateway: a device at the other end of a socket, which may be unplugged;
gateway_server: lines of text answered by a device, so that a gateway can be tried without one.
"""
