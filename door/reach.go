package door

import (
	"cmp"
	"net"
	"net/netip"
	"slices"
	"strconv"
)

// reach is by which addresses a listener is reached.
type reach struct {
	listener net.Addr
	secure   bool
}

func (r reach) at() netip.AddrPort {
	at, _ := netip.ParseAddrPort(r.listener.String())
	return netip.AddrPortFrom(at.Addr().Unmap(), at.Port())
}

func (r reach) port() uint16   { return r.at().Port() }
func (r reach) loopback() bool { return r.at().Addr().IsLoopback() }

// ips are the addresses of this machine that the listener is reached by, those of a house first:
// they are read anew each time, for a laptop comes to other networks.
func (r reach) ips() []netip.Addr {
	if at := r.at().Addr(); !at.IsUnspecified() {
		return []netip.Addr{at}
	}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	var ips []netip.Addr
	for _, a := range all {
		p, err := netip.ParsePrefix(a.String())
		if ip := p.Addr().Unmap(); err == nil && !ip.IsLoopback() && !ip.IsLinkLocalUnicast() && !ip.IsMulticast() {
			ips = append(ips, ip)
		}
	}
	order := func(ip netip.Addr) int {
		switch {
		case ip.Is4() && ip.IsPrivate():
			return 0
		case ip.Is4():
			return 1
		}
		return 2
	}
	slices.SortStableFunc(ips, func(a, b netip.Addr) int { return cmp.Compare(order(a), order(b)) })
	return ips
}

func (r reach) scheme() string {
	if r.secure {
		return "https"
	}
	return "http"
}

// addresses are what to type on a phone.
func (r reach) addresses() []string {
	list := []string{}
	for _, ip := range r.ips() {
		list = append(list, r.scheme()+"://"+netip.AddrPortFrom(ip, r.port()).String())
	}
	return list
}

// has holds for exactly the addresses that the listener is reached by, as an address bar has them.
func (r reach) has(host string) bool {
	name, port := split(host, r.secure)
	ip, err := netip.ParseAddr(name)
	if err != nil || port != r.port() {
		return false
	}
	ip = ip.Unmap()
	return slices.Contains(r.ips(), ip) || r.at().Addr().IsUnspecified() && ip.IsLoopback()
}

// split parts a name and its port, which is the scheme's own where none is said.
func split(host string, secure bool) (string, uint16) {
	name, port, err := net.SplitHostPort(host)
	if err != nil {
		if len(host) > 1 && host[0] == '[' && host[len(host)-1] == ']' {
			host = host[1 : len(host)-1]
		}
		if secure {
			return host, 443
		}
		return host, 80
	}
	n, err := strconv.ParseUint(port, 10, 16)
	if err != nil {
		return name, 0
	}
	return name, uint16(n)
}
