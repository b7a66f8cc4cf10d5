package catalog

import (
	"fmt"
	"io/fs"
	"slices"

	"yellow-parcel/core/post"
)

func readCarriers(files fs.FS) ([]post.Carrier, error) {
	names, err := fs.Glob(files, "data/carriers/*.yaml")
	if err != nil {
		return nil, err
	}
	var all []post.Carrier
	for _, name := range names {
		text, err := fs.ReadFile(files, name)
		if err != nil {
			return nil, err
		}
		c, err := post.ReadCarrier(text)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", name, err)
		}
		all = append(all, c)
	}
	slices.SortStableFunc(all, func(a, b post.Carrier) int { return a.Listed - b.Listed })
	return all, nil
}

// Vocabulary are the carriers whose words a job may use: those of the catalogue,
// and those that ship, where a user's own has taken one's place.
func (c *Catalog) Vocabulary() []post.Carrier {
	out := slices.Clone(c.Carriers)
	for _, shipped := range Standard().Carriers {
		if i := slices.IndexFunc(out, func(o post.Carrier) bool { return o.ID == shipped.ID }); i < 0 || out[i].Own {
			out = append(out, shipped)
		}
	}
	return out
}

// Speaks tells whether a word is in the vocabulary of a field of a job's post.
func (c *Catalog) Speaks(field, word string) bool {
	return post.Speaks(c.Carriers, field, word) || post.Speaks(Standard().Carriers, field, word)
}

// CarrierText is the file of a carrier that ships, as it is written.
func CarrierText(id string) (string, bool) {
	text, err := fs.ReadFile(data, "data/carriers/"+id+".yaml")
	return string(text), err == nil
}

// With is the catalogue with a user's own carriers, each in place of the one
// of its identifier that ships, or after them.
func (c *Catalog) With(own []post.Carrier) *Catalog {
	if len(own) == 0 {
		return c
	}
	out := *c
	own = slices.Clone(own)
	for i := range own {
		own[i].Own = true
	}
	out.Carriers = placed(c.Carriers, own, carrierID)
	return &out
}
