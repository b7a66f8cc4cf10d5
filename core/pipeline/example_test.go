package pipeline_test

import (
	"fmt"

	"yellow-parcel/core/catalog"
	"yellow-parcel/core/job"
	"yellow-parcel/core/pipeline"
)

// A job goes in as it was typed; the plan says what to cut and what to know.
func Example() {
	j, err := job.Read([]byte(`{"format": "yellow-parcel-job", "version": 1, "title": "Ferry ticket", "envelope": "us-a7"}`))
	if err != nil {
		fmt.Println(err)
		return
	}
	all, err := pipeline.WorkOut(j, catalog.Standard(), pipeline.Order{})
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, a := range all.Plan.Answers {
		if a.Station == "base" {
			fmt.Println(a.Copy)
		}
	}
	fmt.Println(all.Plan.Consequence.Text)
	// Output:
	// Cut 10 in × 7 in
	// Score 5 in from the left edge; fold away from the groove
	// Guide 1 7 in cut once
	// Guide 2 10 in cut once
	// Offcut 1 1/2 in × 11 in keep for layers
	// Offcut 7 in × 1 in keep for layers
	// Cut 10 × 7 in, score at 5 in; goes as a letter in the A7 envelope for 0.78 USD.
}
