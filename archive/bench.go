package archive

import (
	"bytes"
	"encoding/json"
	"fmt"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/making"
	"yellow-parcel/draw"
	"yellow-parcel/shelf"
)

func (r *reader) makings(out *Archive) error {
	return r.each(r.list.Makings, makingName, "making", "makings/000001.json", mostMaking, func(as Kept, text []byte) error {
		one := Bench{Kept: as}
		err := one.read(text)
		out.Makings = append(out.Makings, one)
		return err
	})
}

// read reads a making: everything of it, so that nothing that cannot be gone on with is kept.
func (b *Bench) read(text []byte) error {
	if err := strictly(text, &b.Making); err != nil {
		return err
	}
	compact := func(field string, raw *json.RawMessage, into any) error {
		var short bytes.Buffer
		if len(*raw) == 0 {
			return wrong(field, "is missing")
		}
		if err := json.Compact(&short, *raw); err != nil {
			return wrong(field, "%s", err)
		}
		*raw = short.Bytes()
		if err := json.Unmarshal(*raw, into); err != nil {
			return within(field, err)
		}
		return nil
	}
	if err := compact("source", &b.Source, &b.ReadSource); err != nil {
		return err
	}
	for i := range b.Plans {
		var plan making.Docket
		if err := compact(fmt.Sprintf("plans[%d].plan", i), &b.Plans[i].Plan, &plan); err != nil {
			return err
		}
		if err := compact(fmt.Sprintf("plans[%d].drawings", i), &b.Plans[i].Drawings, &draw.BenchSet{}); err != nil {
			return err
		}
		b.ReadPlans = append(b.ReadPlans, plan)
	}
	last := map[string]int{}
	for i := range b.Events {
		var e making.Event
		field := fmt.Sprintf("events[%d]", i)
		if err := compact(field, &b.Events[i], &e); err != nil {
			return err
		}
		if last[e.Client]++; e.Seq != last[e.Client] {
			return wrong(field+".seq", "is %d, where %d comes next", e.Seq, last[e.Client])
		}
		b.ReadEvents = append(b.ReadEvents, e)
	}
	if !isID(b.Of) {
		return wrong("of", "%q is no identifier", job.Quoted(b.Of))
	}
	return making.Check(&b.ReadSource, b.ReadPlans, b.ReadEvents)
}

// mostOnce is more than a line can be of.
const mostOnce = 10 * shelf.MostCount

// check gives what is wrong with a shelf that was brought.
func (s *Shelf) check(cat *catalog.Catalog) job.Problems {
	var p job.Problems
	items, uses, lines := map[string]int{}, map[string]bool{}, map[string]bool{}
	for i, one := range s.Items {
		at := fmt.Sprintf("items[%d].", i)
		if _, twice := items[one.ID]; twice || !isID(one.ID) || one.Revision < 0 {
			p.Failf(at+"id", "%q is missing, too long or stands there twice", job.Quoted(one.ID))
		}
		items[one.ID] = 0
		for _, x := range one.Item.Check(cat) {
			p.Failf(at+"item."+x.Field, "%s", x.Text)
		}
	}
	known := func(field, item string) {
		if _, ok := items[item]; !ok {
			p.Failf(field, "%q is nothing on this shelf", job.Quoted(item))
		}
	}
	for i, u := range s.Uses {
		at := fmt.Sprintf("uses[%d].", i)
		if !isID(u.ID) || uses[u.ID] {
			p.Failf(at+"id", "%q is missing, too long or stands there twice", job.Quoted(u.ID))
		}
		uses[u.ID] = true
		if u.State != "reserved" && u.State != "used" && u.State != "undone" {
			p.Failf(at+"state", `%q is no state; try "used"`, job.Quoted(u.State))
		}
		if len(u.Of) > 128 || len(u.Title) > 4000 {
			p.Failf(at+"title", "is too long")
		}
		for n, l := range u.Takes {
			known(fmt.Sprintf("%stakes[%d].item", at, n), l.Item)
			if l.Count == 0 || max(l.Count, -l.Count) > mostOnce {
				p.Failf(fmt.Sprintf("%stakes[%d].count", at, n), "%d is not a number of sheets or envelopes; try 25", l.Count)
			}
		}
	}
	for i, l := range s.Lines {
		at := fmt.Sprintf("lines[%d].", i)
		if !isID(l.ID) || lines[l.ID] {
			p.Failf(at+"id", "%q is missing, too long or stands there twice", job.Quoted(l.ID))
		}
		lines[l.ID] = true
		known(at+"item", l.Item)
		if l.Use != "" && !uses[l.Use] {
			p.Failf(at+"use", "%q is no use of this shelf", job.Quoted(l.Use))
		}
		if max(l.Hand, -l.Hand, l.Kept, -l.Kept) > mostOnce {
			p.Failf(at+"hand", "is more than a shelf holds")
		}
		items[l.Item] += l.Hand
	}
	for i, l := range s.Stamps {
		at := fmt.Sprintf("stamps[%d].", i)
		if !isID(l.ID) || lines[l.ID] {
			p.Failf(at+"id", "%q is missing, too long or stands there twice", job.Quoted(l.ID))
		}
		lines[l.ID] = true
		if max(l.Hand, -l.Hand) > mostOnce {
			p.Failf(at+"hand", "is more than a drawer holds")
		}
	}
	if len(p) > 0 {
		return p
	}
	for i, one := range s.Items {
		if sum := max(0, items[one.ID]); sum != one.Item.Count {
			p.Failf(fmt.Sprintf("items[%d].item.count", i), "is %d, and its lines come to %d", one.Item.Count, sum)
		}
	}
	return p
}
