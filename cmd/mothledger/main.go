package main

import (
	"encoding/json"
	"fmt"
	"os"
	"mothledger/core/dressing"
)
func main(){
	b,_:=os.ReadFile(os.Args[1])
	r,err:=dressing.Read(string(b),dressing.Builtin())
	if err!=nil{panic(err)}
	for _,p:=range r.Dressing.Parts{
		q,_:=json.Marshal(p)
		fmt.Println(string(q))
	}
	u,_:=json.Marshal(r.Dressing.Unread); fmt.Println("UNREAD",string(u))
	u,_=json.Marshal(r.Dressing.Contradictions); fmt.Println("CONTRA",string(u), r.Dressing.Sizes)
}
