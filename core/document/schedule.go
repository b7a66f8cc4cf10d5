package document

// Sitting is when some of a batch is made.
type Sitting struct {
	Date    string `json:"date" doc:"YYYY-MM-DD"`
	From    string `json:"from" doc:"time of day, 19:00"`
	To      string `json:"to"`
	Minutes int    `json:"minutes"`
	Day     string `json:"day" doc:"as one says it"`
	Text    string `json:"text" doc:"what of it is made"`
}

// Schedule is whether a batch is done by the day it is due.
type Schedule struct {
	Due    string   `json:"due" doc:"YYYY-MM-DD"`
	By     string   `json:"by" enum:"posted,in-hands"`
	HandIn string   `json:"hand_in" doc:"the last day to hand it in"`
	Done   string   `json:"done,omitempty" doc:"the day of the last sitting; absent where the days run out"`
	State  string   `json:"state" enum:"good,look,stop"`
	Text   string   `json:"text"`
	Notes  []string `json:"notes" doc:"what it rests on"`
	Saves  []Save   `json:"saves" doc:"what would make it be in time"`
}

// Save is something that would make a batch be in time, and the change to the job that does it.
type Save struct {
	Key   string         `json:"key" enum:"fewer,longer,days,faster,later"`
	Text  string         `json:"text"`
	Patch map[string]any `json:"patch,omitempty"`
}
