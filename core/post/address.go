package post

// Address is the side the address must run along.
type Address string

// alongLong is the one side carriers ask for.
const alongLong Address = "long"

func (a Address) held() bool { return a != "" }

func (a Address) try(t *trial, key string) {
	if a == alongLong && t.piece.AddressShort {
		t.note(Check{Rule: a, Code: key, State: Surcharged, Case: "short"})
	}
}

func (a Address) valid(w *carrierCheck, at []any) {
	if a != "" && a != alongLong {
		w.fail(at, `%q is not a side; try "long"`, shortened(string(a)))
	}
}

func (a Address) list(*Carrier) []Line {
	return []Line{{Text: "the address does not run along the " + string(a) + " side"}}
}

func (Address) words() map[string]string {
	return map[string]string{"value": "along the short side", "limit": "along the long side", "short": "The address runs along the short side: {more}"}
}

func (Address) levers(h Handed) []Lever {
	if h.AddressShort {
		return []Lever{{"address", "Address it along the long side", 1, posted("address", "long")}}
	}
	return []Lever{{"address", "Address it along the short side", 1, posted("address", "short")}}
}
