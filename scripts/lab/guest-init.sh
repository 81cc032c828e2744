#!/bin/sh
# First process of the emulated machine: drivers, then the script that it was started for, whose output leaves by a port.
mount -t proc proc /proc
mount -t sysfs sys /sys
mount -t devtmpfs dev /dev
mount -t tmpfs tmp /tmp
export PATH=/bin:/sbin:/usr/bin:/usr/sbin
while read -r module; do insmod "$module" 2>/dev/null; done < /modules
[ -d /sys/firmware/efi ] && mount -t efivarfs efivarfs /sys/firmware/efi/efivars 2>/dev/null
# Drives on USB show late.
sleep 2
# The port has the number of its controller among the others of that kind.
port=$(echo /dev/vport*p1)
sh /lab/run.sh > "$port" 2> /dev/ttyS0
echo END > "$port"
sleep 1
# Nothing is unmounted: what was left mounted stays as it is.
poweroff -f -n
