package draw_test

import (
	"fmt"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
	"yellow-parcel/draw"
)

// A part of a job is laid out at true size, in millimetres, to be written as a file.
func Example() {
	j, err := job.Read([]byte(`{"format": "yellow-parcel-job", "version": 1, "unit": "mm", "card": {"width": "105", "height": "148"}, "layers": ["3"]}`))
	if err != nil {
		fmt.Println(err)
		return
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{NoWays: true})
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, name := range []string{"base", "layers"} {
		part, err := draw.TemplateOf(all.Result, name)
		if err != nil {
			fmt.Println(err)
			return
		}
		fmt.Printf("%s: %.0f x %.0f mm, %d cut, %d scored\n", part.Name, part.Width, part.Height, len(part.Cut), len(part.Score))
	}
	// Output:
	// base: 210 x 148 mm, 1 cut, 1 scored
	// layers: 99 x 142 mm, 1 cut, 0 scored
}
