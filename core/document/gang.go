package document

import (
	"yellow-parcel/core/job"
	"yellow-parcel/core/measure"
)

// The gang plan document's identity.
const (
	GangFormat  = "yellow-parcel-gang-plan"
	GangVersion = 1
)

// Gang is the plan of several jobs cut as one.
type Gang struct {
	Format   string       `json:"format"`
	Version  int          `json:"version"`
	Title    string       `json:"title"`
	Unit     measure.Unit `json:"unit"`
	Ruler    string       `json:"ruler"`
	Jobs     []GangJob    `json:"jobs"`
	Stock    []GangStock  `json:"stock" doc:"sheets on hand that are cut from"`
	CutPlan  CutPlan      `json:"cut_plan"`
	Stamps   []GangStamps `json:"stamps"`
	Shopping []string     `json:"shopping" doc:"sheets and stamps to buy"`
	Answers  []Answer     `json:"answers"`
	Warnings []Note       `json:"warnings"`
	Text     string       `json:"text" doc:"the most important thing"`
	State    string       `json:"state" enum:"good,look,stop"`
}

// GangJob is a job of a gang: its number marks its pieces.
type GangJob struct {
	Number   int      `json:"number"`
	Title    string   `json:"title"`
	Card     string   `json:"card" doc:"its size"`
	Quantity int      `json:"quantity"`
	Spare    int      `json:"spare"`
	Pieces   []Wanted `json:"pieces"`
	Share    string   `json:"share,omitempty" doc:"of the paper, by area"`
	Cost     string   `json:"cost,omitempty" doc:"of its share, where every price is known"`
	Each     string   `json:"each,omitempty" doc:"the same for a card"`
	Working  []string `json:"working"`
}

// GangStock is a sheet on hand and how many of it are cut.
type GangStock struct {
	Name   string `json:"name"`
	Paper  string `json:"paper,omitempty"`
	Colour string `json:"colour,omitempty"`
	OnHand int    `json:"on_hand"`
	Used   int    `json:"used"`

	Spec job.StockSpec `json:"spec" doc:"as the gang's own stock would say it"`
}

// GangStamps is how a job's pieces are stamped.
type GangStamps struct {
	Number int    `json:"number"`
	Title  string `json:"title"`
	Pieces int    `json:"pieces"`
	Text   string `json:"text"`
	Buy    string `json:"buy,omitempty"`
}
